import { asCards } from "@/house/standing/decisions";
import type { Decision, DecisionGroup } from "@/house/standing/model";
import { Link } from "./link";
import { DoIt } from "./people/do-it";
import { Why } from "./why/why";

/** So many of a group are seen before it is opened. */
const SEEN = 3;

/** Rows of what wants deciding, most urgent on top. The edge is coloured by what it is about; the words say it too. */
export function Decisions({ list, none }: { list: readonly Decision[]; none: string }) {
  if (list.length === 0) return <p className="panel text-ink-2">{none}</p>;
  return (
    <ul className="grid gap-2.5" aria-label="Decisions">
      {asCards(list).map((card) =>
        "list" in card ? <Group key={card.kind} group={card} /> : <One key={card.id} decision={card} />,
      )}
    </ul>
  );
}

function One({ decision: d }: { decision: Decision }) {
  return (
    <li
      data-tone={d.tone}
      className="panel grid grid-cols-[1fr_auto] items-center gap-x-4 gap-y-1 border-l-[6px] py-2.5 md:grid-cols-[128px_1fr_64px_152px]"
      style={{ borderLeftColor: "var(--tone)" }}
    >
      <span className="col-span-2 font-mono text-[15px] font-semibold md:col-span-1">{d.when}</span>
      <div className="col-span-2 min-w-0 md:col-span-1">
        <p className="font-bold">{d.what}</p>
        <p className="text-[15px] text-ink-2">{d.so}</p>
      </div>
      {d.why ? <Why why={d.why} /> : <span />}
      {d.action ? (
        <DoIt className="do max-md:w-full md:px-2" href={d.action.href}>
          {d.action.label}
        </DoIt>
      ) : (
        <span />
      )}
    </li>
  );
}

/** Several of one kind: said once, then each in a row; those less urgent are folded away. */
function Group({ group: { kind, list } }: { group: DecisionGroup }) {
  const [first] = list;
  const rest = list.slice(SEEN);
  return (
    <li
      data-tone={first?.tone}
      className="panel border-l-[6px] py-2.5"
      style={{ borderLeftColor: "var(--tone)" }}
    >
      <p className="font-bold">
        {list.length} {kind}
      </p>
      <Rows list={list.slice(0, SEEN)} />
      {rest.length > 0 && (
        <details>
          <summary className="flex min-h-12 cursor-pointer items-center border-t border-rule font-semibold underline underline-offset-4">
            {rest.length} more
          </summary>
          <Rows list={rest} />
        </details>
      )}
    </li>
  );
}

const Rows = ({ list }: { list: readonly Decision[] }) => (
  <ul>
    {list.map((d) => (
      <li
        key={d.id}
        className="grid grid-cols-[1fr_auto] items-center gap-x-4 border-t border-rule md:grid-cols-[122px_1fr_64px_152px]"
      >
        <span className="col-span-2 pt-1 font-mono text-[15px] font-semibold md:col-span-1 md:pt-0">
          {d.when}
        </span>
        <span className="col-span-2 min-w-0 py-1 text-[15px] leading-snug md:col-span-1">
          <b>{d.what}</b> <span className="text-ink-2">{d.so}</span>
        </span>
        {d.why ? <Why why={d.why} /> : <span />}
        {d.action && (
          <Link
            className="grid min-h-12 place-items-center font-semibold underline underline-offset-4 md:px-2"
            href={d.action.href}
          >
            {d.action.label}
          </Link>
        )}
      </li>
    ))}
  </ul>
);
