import type { Metadata } from "next";
import { ANALYTE_IDS, ANALYTES, HONEY_SORTS, SORT_SAID } from "@/core/laboratory";
import { houseDatabase } from "@/house/door";
import { type LabLine, type LabSeen, laboratoriesAsked, laboratoryView } from "@/house/laboratory/view";
import { plural } from "@/house/language/spoken";
import { keyFrom } from "@/house/standing/lists";
import { Papers } from "@/ui/attach";
import { Lead, Older } from "@/ui/bench";
import { Doings } from "@/ui/doings";
import { CommandForm } from "@/ui/fields/command-form";
import { Judged } from "@/ui/fields/judged";
import { LabResult } from "@/ui/lab-result";
import { Link } from "@/ui/link";
import { StandInResult } from "@/ui/stand-in-result";
import { RecordTable } from "@/ui/table/record";
import { houseAsItStands } from "../../read";
import { doingsOf } from "../doings";

export const metadata: Metadata = { title: "Laboratory" };

interface Given {
  readonly offers: readonly string[];
  readonly known: readonly string[];
  readonly of: string;
}

const WORK = doingsOf<Given>(
  [
    {
      id: "order",
      label: "Send a sample",
      show: ({ offers, known, of }) => (
        <CommandForm
          command="order-analysis"
          label="Send it"
          keep={["laboratory"]}
          fields={[
            { name: "sample", label: "Sample of", offers, value: of, placeholder: "tank 1", span: 2 },
            { name: "laboratory", label: "To", offers: known, placeholder: "Fen Laboratory", span: 2 },
            {
              name: "asks",
              label: "To be measured",
              kind: "ticks",
              options: ANALYTE_IDS.map((id) => ({ value: id, label: ANALYTES[id].name })),
              value: "water,hmf,diastase",
              span: 3,
            },
            { name: "takenBy", label: "Taken by", hint: "left out, you", span: 1 },
            { name: "seal", label: "Seal", placeholder: "A 114", span: 1 },
            { name: "sentOn", label: "Sent on", kind: "day" },
            {
              name: "sort",
              label: "It is",
              kind: "choice",
              options: HONEY_SORTS.map((value) => ({ value, label: SORT_SAID[value] })),
              span: 2,
            },
            {
              name: "sucrose",
              label: "Sucrose by the list",
              kind: "choice",
              options: [
                { value: "usual", label: "at most 5" },
                { value: "ten", label: "listed plant, 10" },
                { value: "fifteen", label: "listed plant, 15" },
              ],
            },
            { name: "tropical", label: "From the tropics", kind: "check" },
            { name: "pressed", label: "Pressed", kind: "check" },
            { name: "conductivityExcepted", label: "Excepted from conductivity", kind: "check" },
          ]}
        />
      ),
    },
  ],
  [],
);

export default async function Laboratory({
  searchParams,
}: {
  searchParams: Promise<{ do?: string; of?: string; before?: string }>;
}) {
  const s = await houseAsItStands();
  const search = await searchParams;
  const [view, known] = await Promise.all([
    laboratoryView(houseDatabase(), s.house, keyFrom(search.before)),
    laboratoriesAsked(houseDatabase()),
  ]);
  const waiting = view.orders.filter((o) => o.result === null).length;
  const offers = [
    ...s.vessels.map((v) => v.name),
    ...s.openBatches.map((b) => `batch ${b.number}`),
    ...s.lots.map((l) => `lot ${l.code}`),
  ].slice(0, 200);
  return (
    <>
      <Lead title="Laboratory">
        <span className="text-ink-2">
          {waiting === 0 ? "no answer is waited for" : `${plural(waiting, "answer")} waited for`}
        </span>
        <Link href="/held" className="flex min-h-12 items-center underline underline-offset-4">
          Held
        </Link>
      </Lead>
      <Doings bay="/laboratory" list={WORK.list} open={search.do} />
      {await WORK.opened(search.do, { offers, known, of: (search.of ?? "").slice(0, 60) })}
      {view.orders.length === 0 && (
        <p className="panel text-ink-2">
          No sample was sent yet. A result is held against the limits of where you sell, with what each figure
          may be off by.
        </p>
      )}
      <ul aria-label="Laboratory orders" className="grid gap-3">
        {view.orders.map((o) => (
          <Order key={o.id} order={o} />
        ))}
      </ul>
      <Older base="/laboratory" before={view.older} />
    </>
  );
}

const SAID = { met: "met", close: "close", "not-met": "not met", "not-told": "not measured" } as const;
const TONE = {
  met: "text-go",
  close: "text-water",
  "not-met": "text-stop",
  "not-told": "text-ink-2",
} as const;

const namedAs = (lines: readonly LabLine[], state: LabLine["state"]): string =>
  lines
    .filter((l) => l.state === state)
    .map((l) => l.what)
    .join(", ");

function Order({ order: o }: { order: LabSeen }) {
  return (
    <li className="panel" aria-label={`Order ${o.order}`}>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <span className="font-mono text-[15px] font-semibold">{o.order}</span>
        <b>{o.name}</b>
        <span className="text-ink-2">
          taken {o.taken} by {o.takenBy}
          {o.seal && `, sealed ${o.seal}`}, to {o.laboratory}
          {o.sent && ` on ${o.sent}`}
        </span>
      </div>
      {o.result === null ? (
        <>
          <p>Asked: {o.asks}.</p>
          <details className="mt-1">
            <summary className="flex min-h-12 cursor-pointer items-center font-semibold underline underline-offset-4">
              Enter the result
            </summary>
            <Judged commands={["enter-results"]}>
              <LabResult order={o.order} asked={o.asked} />
            </Judged>
          </details>
          <div className="mt-2">
            <StandInResult order={o.order} />
          </div>
        </>
      ) : (
        <>
          <p>
            <b className={TONE[o.result.verdict.state]}>
              {o.result.verdict.state === "met"
                ? "Every line met"
                : o.result.verdict.state === "not-told"
                  ? "Met as far as it was measured"
                  : o.result.verdict.state === "close"
                    ? `Close to a limit: ${namedAs(o.result.lines, "close")}`
                    : `Not met: ${namedAs(o.result.lines, "not-met")}`}
            </b>{" "}
            <span className="text-ink-2">
              by {o.result.by}; came {o.result.came}
              {o.result.report && `, report ${o.result.report}`}
              {o.result.standIn
                ? ", a stand-in's answer: made up"
                : o.result.accredited
                  ? ", accredited"
                  : ""}
            </span>
          </p>
          {o.missing.length > 0 && <p className="text-water">Asked and not told: {o.missing.join(", ")}.</p>}
          <RecordTable
            rows={o.result.lines}
            keyOf={(l) => l.what}
            columns={[
              { head: "Measured", cell: (l) => l.what },
              { head: "Found", cell: (l) => <b className="font-mono">{l.found || "–"}</b> },
              { head: "Asked", cell: (l) => l.asks },
              {
                head: "Verdict",
                cell: (l) =>
                  l.state ? (
                    <b className={TONE[l.state]}>{SAID[l.state]}</b>
                  ) : (
                    <span className="text-ink-2">no limit</span>
                  ),
              },
              {
                head: "Because",
                cell: (l) => (
                  <span className="text-[15px] text-ink-2">
                    {l.reason}
                    {l.paragraph && ` (${l.paragraph})`}
                  </span>
                ),
              },
            ]}
          />
          <div className="mt-2 flex flex-wrap items-center gap-4">
            <a className="do" data-quiet="" href={`/analysis/${o.order}`} target="_blank" rel="noopener">
              Report of analysis
            </a>
            <Papers entry={o.result.entry} list={o.result.papers} what={`result of order ${o.order}`} />
          </div>
        </>
      )}
    </li>
  );
}
