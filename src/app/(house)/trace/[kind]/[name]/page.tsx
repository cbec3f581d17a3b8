import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { houseAsItStands } from "@/app/read";
import { Refusal } from "@/house";
import { houseDatabase } from "@/house/door";
import { decoded } from "@/house/language/address";
import { massFigureG, massG, unitOf } from "@/house/language/shown";
import { plural } from "@/house/language/spoken";
import {
  ROWS_AT_A_TIME,
  type ShareRow,
  TRACE_KINDS,
  type TraceKind,
  type TraceList,
  type TraceView,
  traceAsked,
  traceView,
} from "@/house/trace";
import { traceBesides } from "@/house/trace/besides";
import { Lead, Panel } from "@/ui/bench";
import { AccountBar } from "@/ui/figures/account-bar";
import { Figure } from "@/ui/figures/figure";
import { FlowPicture } from "@/ui/figures/flow-picture";
import { Link } from "@/ui/link";
import { RecordTable } from "@/ui/table/record";
import { Why } from "@/ui/why/why";

/** So many rows of a table are seen before it is opened. */
const SHOWN = 8;

type Params = { params: Promise<{ kind: string; name: string }> };
type Asked = Params & { searchParams: Promise<Record<string, string | string[] | undefined>> };

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  const { kind, name } = await params;
  return { title: `Trace ${kind} ${decoded(name)}` };
}

export default async function TraceOf({ params, searchParams }: Asked) {
  const { kind, name } = await params;
  if (!(TRACE_KINDS as readonly string[]).includes(kind)) notFound();
  const asked = traceAsked(
    new URLSearchParams(Object.entries(await searchParams).map(([k, v]) => [k, String(v)])),
  );
  const view = await traceView(houseDatabase(), kind as TraceKind, decoded(name), asked).catch((fault) => {
    if (fault instanceof Refusal && fault.status === 404) notFound();
    throw fault;
  });
  const { back, forward } = view;
  const besides = await traceBesides(
    houseDatabase(),
    await houseAsItStands(),
    kind as TraceKind,
    decoded(name),
  );
  return (
    <>
      <Lead title={view.title}>
        <Figure value={massFigureG(view.grams)} unit={unitOf("kg")} tone="mass" />
        <Why why={{ title: "How shares are worked out", because: view.because }} />
        <Link
          className="do"
          data-quiet=""
          href={`/recall?of=${encodeURIComponent(view.kind === "yard" ? view.name : `${view.kind} ${view.name}`)}`}
        >
          Recall
        </Link>
      </Lead>
      <p className="mb-4 text-[18px]">{view.sentence}</p>
      {besides.holds.map((h) => (
        <p key={h.number} data-tone="stop" className="mb-3 border-l-[6px] border-stop bg-stop-fill px-3 py-2">
          <b>
            <Link href="/held">Hold {h.number}</Link>: {h.why}.
          </b>{" "}
          What releases it: {h.until}.
        </p>
      ))}
      {view.years.length > 1 && (
        <nav aria-label="Years" className="mb-4 flex flex-wrap items-center gap-2.5">
          <span>Pulled in</span>
          {view.years.map((year) => (
            <Link
              key={year}
              className="do"
              data-quiet=""
              href={`?year=${year}`}
              aria-current={year === view.year ? "page" : undefined}
            >
              {year === view.year ? <b>{year}</b> : year}
            </Link>
          ))}
        </nav>
      )}
      {/* On a phone the tables come first: a picture so wide is looked at last. */}
      <div className="flex flex-col gap-4">
        {view.flow.links.length > 0 && (
          <Panel title="Where the kilograms went" className="max-md:order-last">
            <FlowPicture flow={view.flow} />
          </Panel>
        )}
        <div className="grid items-start gap-4 lg:grid-cols-2">
          {view.grams > 0 && (
            <Panel title="Came from">
              <p className="mb-2 text-[15px] text-ink-2">
                Contact, however small: {plural(view.contact.supers, "super")} of{" "}
                {plural(view.contact.colonies, "colony", "colonies")}.
              </p>
              <Shares title="Yards and suppliers" rows={back.yards} list="yards" more={view.more.yards} />
              <Shares title="Batches" rows={back.batches} list="batches" more={view.more.batches} />
              <Shares title="Vessels" rows={back.pails} list="pails" more={view.more.pails} />
              <Shares title="Colonies" rows={back.colonies} list="colonies" more={view.more.colonies} />
              <Shares title="Supers" rows={back.supers} list="supers" more={view.more.supers} />
            </Panel>
          )}
          {view.grams > 0 && (
            <Panel title="Went to">
              <p className="mb-2 text-[15px] text-ink-2">
                Contact, however small: {plural(view.contact.lots, "lot")},{" "}
                {plural(view.contact.buyers, "buyer")}.
              </p>
              <Shares
                title="Buyers"
                rows={forward.buyers}
                list="wentToBuyers"
                more={view.more.wentToBuyers}
              />
              <Shares title="Lots" rows={forward.lots} list="wentToLots" more={view.more.wentToLots} />
              <Shares title="Vessels" rows={forward.pails} list="wentToPails" more={view.more.wentToPails} />
              <Shares
                title="Lost or left in the comb"
                rows={forward.losses}
                list="lost"
                more={view.more.lost}
              />
              {forward.buyers.length + forward.lots.length + forward.pails.length + forward.losses.length ===
                0 && <p className="text-ink-2">Nowhere yet.</p>}
            </Panel>
          )}
        </div>
      </div>
      {view.readings.length > 0 && (
        <Panel title="Readings" className="mt-4">
          <ul>
            {view.readings.map((r) => (
              <li key={r.id} className="flex items-center gap-4 border-b border-rule">
                <b className="font-mono text-water">{r.says}</b>
                <span className="flex-1 text-ink-2">{r.when}</span>
                <Why why={r.why} />
              </li>
            ))}
          </ul>
        </Panel>
      )}
      {besides.labs.length > 0 && (
        <Panel title="Laboratory" className="mt-4">
          <ul>
            {besides.labs.map((o) => (
              <li key={o.id} className="flex flex-wrap items-center gap-x-4 border-b border-rule py-1.5">
                <Link href="/laboratory">Order {o.order}</Link>
                <span className="min-w-64 flex-1">
                  {o.result === null
                    ? `taken ${o.taken}, not answered yet`
                    : o.result.lines
                        .filter((l) => l.found !== "")
                        .map((l) => `${l.what} ${l.found}`)
                        .join("; ")}
                  {o.result?.standIn && " (a stand-in's, made up)"}
                </span>
                {o.result && (
                  <a
                    className="flex min-h-12 items-center"
                    href={`/analysis/${o.order}`}
                    target="_blank"
                    rel="noopener"
                  >
                    Report
                  </a>
                )}
              </li>
            ))}
          </ul>
        </Panel>
      )}
      {besides.papers.length > 0 && (
        <Panel title="Photos and papers" className="mt-4">
          {besides.papers.map((p) => (
            <a
              key={p.id}
              className="mr-4 inline-flex min-h-12 items-center"
              href={`/papers/${p.id}`}
              target="_blank"
              rel="noopener noreferrer"
            >
              {p.name}
            </a>
          ))}
        </Panel>
      )}
      {view.accountsBeyond > 0 && (
        <p className="mt-4 text-ink-2">
          The mass accounts of {plural(view.accountsBeyond, "more batch", "more batches")} are told at their
          own traces.
        </p>
      )}
      {view.accounts.map(({ number, account }) => (
        <Panel key={number} title={`Mass account of batch ${number}`} className="mt-4">
          <AccountBar account={account} />
        </Panel>
      ))}
    </>
  );
}

function Shares({
  title,
  rows,
  list,
  more,
}: {
  title: string;
  rows: readonly ShareRow[];
  list: TraceList;
  more: TraceView["more"][TraceList];
}) {
  if (rows.length === 0) return null;
  if (more) return <PartOfMany title={title} rows={rows} list={list} more={more} />;
  const rest = rows.slice(SHOWN);
  return (
    <div className="mb-4">
      <ShareTable title={title} rows={rest.length > 1 ? rows.slice(0, SHOWN) : rows} />
      {rest.length > 1 && (
        <details>
          <summary className="flex min-h-12 cursor-pointer items-center font-semibold underline underline-offset-4">
            {rest.length} more {title.toLowerCase()},{" "}
            {massFigureG(
              rest.reduce((g, r) => g + r.grams, 0),
              2,
            )}{" "}
            {unitOf("kg")}
          </summary>
          <ShareTable title={title} rows={rest} />
        </details>
      )}
    </div>
  );
}

/** A list too long to be sent at once: some rows of it, and the ways on and back. */
function PartOfMany({
  title,
  rows,
  list,
  more,
}: {
  title: string;
  rows: readonly ShareRow[];
  list: TraceList;
  more: NonNullable<TraceView["more"][TraceList]>;
}) {
  const count = (n: number) => n.toLocaleString("en-GB");
  return (
    <details className="mb-4" open={more.from > 0}>
      <summary className="flex min-h-12 cursor-pointer items-center font-semibold underline underline-offset-4">
        {title}: {count(more.from + 1)} to {count(more.from + rows.length)} of {count(more.count)}
      </summary>
      <ShareTable title={title} rows={rows} />
      <nav aria-label={title} className="mt-2 flex flex-wrap items-center gap-2.5">
        {more.from > 0 && (
          <Link
            className="do"
            data-quiet=""
            href={`?${list}=${Math.max(0, more.from - ROWS_AT_A_TIME)}`}
            scroll={false}
          >
            Before
          </Link>
        )}
        {more.beyond.count > 0 && (
          <>
            <Link className="do" data-quiet="" href={`?${list}=${more.from + rows.length}`} scroll={false}>
              Further
            </Link>
            <span className="text-ink-2">
              {count(more.beyond.count)} more, {massG(more.beyond.grams, 2)}
            </span>
          </>
        )}
      </nav>
    </details>
  );
}

function ShareTable({ title, rows }: { title: string; rows: readonly ShareRow[] }) {
  return (
    <RecordTable
      rows={rows}
      keyOf={(r) => r.name}
      columns={[
        {
          head: title,
          cell: (r) => (
            <>
              {r.href ? <Link href={r.href}>{r.name}</Link> : r.name}
              {r.detail && <span className="block text-[14px] font-normal text-ink-2">{r.detail}</span>}
            </>
          ),
        },
        { head: unitOf("kg"), figure: true, className: "text-mass", cell: (r) => massFigureG(r.grams, 2) },
        { head: "%", figure: true, cell: (r) => r.pct.toFixed(1) },
      ]}
    />
  );
}
