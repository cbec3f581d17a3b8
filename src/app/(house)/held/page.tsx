import type { Metadata } from "next";
import { ANALYTE_IDS, ANALYTES } from "@/core/laboratory";
import { houseDatabase } from "@/house/door";
import { DISEASES } from "@/house/hold/commands/colonies";
import { type HeldThing, heldView } from "@/house/hold/view";
import { massFigureG, unitOf } from "@/house/language/shown";
import { capital } from "@/house/language/spoken";
import { Caution, Lead, Panel } from "@/ui/bench";
import { Doings } from "@/ui/doings";
import { CommandForm } from "@/ui/fields/command-form";
import { Figure } from "@/ui/figures/figure";
import { Link } from "@/ui/link";
import { Shown } from "@/ui/people/rights";
import { Press } from "@/ui/press";
import { houseAsItStands } from "../../read";
import { doingsOf } from "../doings";

export const metadata: Metadata = { title: "Held" };

const NOTHING_MEASURED = { value: "", label: "nothing measured" };
const measured = ANALYTE_IDS.map((id) => ({
  value: id,
  label: `${ANALYTES[id].name}, ${ANALYTES[id].unit}`,
}));

interface Given {
  readonly offers: readonly string[];
  readonly what: string;
}

const WORK = doingsOf<Given>(
  [
    {
      id: "hold",
      needs: "hold",
      label: "Hold something",
      show: ({ offers, what }) => (
        <CommandForm
          command="hold"
          label="Hold it"
          fields={[
            {
              name: "what",
              label: "What",
              offers,
              value: what,
              placeholder: "drum 3",
              hint: "drum 3, lot WB26-001-6, batch 2, super 41, colony 7, or a yard",
              span: 3,
            },
            { name: "why", label: "Because", placeholder: "smells of smoke", span: 3 },
            { name: "until", label: "What releases it", placeholder: "a result under 0.7 mg/kg", span: 3 },
            { name: "from", label: "Pulled from", kind: "day", hint: "colony or yard" },
            { name: "to", label: "Pulled to", kind: "day" },
            { name: "analyte", label: "Waits for", kind: "choice", options: [NOTHING_MEASURED, ...measured] },
            { name: "most", label: "at most", kind: "figure", span: 1 },
          ]}
        />
      ),
    },
    {
      id: "disease",
      needs: "note-brood-disease",
      label: "Foul brood found",
      show: () => (
        <>
          <CommandForm
            command="note-brood-disease"
            label="Note it"
            fields={[
              { name: "colonies", label: "Colonies", placeholder: "14, 15" },
              {
                name: "disease",
                label: "Disease",
                kind: "choice",
                options: DISEASES.map((d) => ({ value: d, label: d })),
              },
              { name: "found", label: "Found on", kind: "day" },
              { name: "since", label: "May be there since", kind: "day", hint: "left out, a year back" },
              {
                name: "honey",
                label: "Its honey",
                kind: "choice",
                options: [
                  { value: "", label: "say which" },
                  { value: "hold", label: "hold it" },
                  { value: "leave", label: "leave it free" },
                ],
                span: 2,
              },
              { name: "note", label: "What was seen", span: 3 },
            ]}
          />
          <Caution>
            foul brood must be reported in most places, and the authority says what is burned, scorched or
            made sterile. Its boxes, wets and tools go to no other colony.
          </Caution>
        </>
      ),
    },
    {
      id: "treated",
      needs: "note-treatment",
      label: "Colonies treated",
      show: () => (
        <CommandForm
          command="note-treatment"
          label="Note it"
          fields={[
            { name: "colonies", label: "Colonies", placeholder: "1-6" },
            { name: "treated", label: "With", placeholder: "formic acid, 60 %" },
            { name: "from", label: "On", kind: "day" },
            { name: "until", label: "Waiting period to", kind: "day", hint: "as its leaflet says" },
          ]}
        />
      ),
    },
  ],
  [
    {
      id: "rule",
      needs: "add-hold-rule",
      label: "Rule that holds by itself",
      show: () => (
        <CommandForm
          command="add-hold-rule"
          label="Add the rule"
          fields={[
            { name: "name", label: "Name", placeholder: "Tutin" },
            { name: "yards", label: "Yards", hint: "names behind commas; left out, all", span: 3 },
            {
              name: "fromMd",
              label: "Pulled from",
              placeholder: "01-01",
              hint: "month-day, every year",
              span: 1,
            },
            { name: "toMd", label: "to", placeholder: "04-30", span: 1 },
            { name: "analyte", label: "Until", kind: "choice", options: measured },
            { name: "most", label: "is at most", kind: "figure", span: 1 },
            { name: "why", label: "Because", placeholder: "a plant that may be visited then", span: 3 },
            { name: "source", label: "Where that stands", placeholder: "food code 1.4.1", span: 3 },
            { name: "since", label: "In force since", kind: "day", hint: "left out, always" },
            { name: "until", label: "In force until", kind: "day" },
          ]}
        />
      ),
    },
  ],
);

export default async function Held({
  searchParams,
}: {
  searchParams: Promise<{ do?: string; what?: string }>;
}) {
  const s = await houseAsItStands();
  const search = await searchParams;
  const view = await heldView(houseDatabase(), s);
  const offers = [...s.vessels.map((v) => v.name), ...s.lots.map((l) => `lot ${l.code}`)].slice(0, 200);
  return (
    <>
      <Lead title="Held">
        <Figure value={massFigureG(view.grams)} unit={`${unitOf("kg")} may not leave`} tone="stop" />
        <Link href="/laboratory" className="flex min-h-12 items-center underline underline-offset-4">
          Laboratory
        </Link>
      </Lead>
      <Doings bay="/held" list={WORK.list} rest={WORK.rest} open={search.do} />
      {await WORK.opened(search.do, { offers, what: (search.what ?? "").slice(0, 60) })}
      {view.open.length === 0 ? (
        <p className="panel text-ink-2">
          Nothing is held. What is held goes into no jar, onto no label for sale and out of no door until it
          is released; whatever it was mixed into is held with it.
        </p>
      ) : (
        <ul aria-label="Holds" className="grid gap-2.5">
          {view.open.map((h) => (
            <Hold key={h.id} hold={h} />
          ))}
        </ul>
      )}
      <Panel title="Rules" className="mt-4">
        {view.rules.length === 0 && <p className="text-ink-2">No rule holds honey by itself.</p>}
        <ul>
          {view.rules.map((r) => (
            <li key={r.id} className="flex flex-wrap items-center gap-x-4 border-b border-rule py-1.5">
              <span className="min-w-64 flex-1">
                <b>{r.name}</b>: {r.says}
              </span>
              <Press
                command="end-hold-rule"
                input={{ rule: r.id, why: "no longer in force" }}
                label="End it"
                tone="quiet"
              />
            </li>
          ))}
        </ul>
        <Shown part="release" anyway={view.second}>
          <div className="mt-2 flex flex-wrap items-center gap-4">
            <span>{view.second ? "A release wants a second person." : "One person may release."}</span>
            <Press
              command="set-release-rules"
              input={{ second: !view.second }}
              label={view.second ? "One is enough" : "Ask for two"}
              tone="quiet"
            />
          </div>
        </Shown>
      </Panel>
      {view.over.length > 0 && (
        <Panel title="Released" className="mt-4">
          <ul>
            {view.over.slice(0, 40).map((h) => (
              <li key={h.id} className="border-b border-rule py-1.5">
                <b>Hold {h.number}</b>, {h.name}, since {h.since}: {h.why}.
              </li>
            ))}
          </ul>
        </Panel>
      )}
    </>
  );
}

function Hold({ hold: h }: { hold: HeldThing }) {
  return (
    <li data-tone="stop" className="panel border-l-[6px]" style={{ borderLeftColor: "var(--tone)" }}>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <span className="font-mono text-[15px] font-semibold">{h.number}</span>
        <b>{h.name}</b>
        <span className="text-ink-2">
          since {h.since}, {h.who}
        </span>
      </div>
      <p>
        {capital(h.why)}. What releases it: <b>{h.until}</b>.
      </p>
      <p className="text-[15px]">
        {capital(h.lies)}.{h.gone && <> Gone already: {h.gone}.</>}
      </p>
      {h.cleared.length > 0 && (
        <p className="text-[15px] text-go">Cleared: {h.cleared.slice(0, 6).join("; ")}.</p>
      )}
      {h.waiting.map((w) => (
        <p key={w.id} className="my-1 flex flex-wrap items-center gap-3">
          <span>
            {w.by} asks to release {w.name}: {w.why}
          </span>
          <Press command="confirm-release" input={{ release: w.id }} label="Agree" />
        </p>
      ))}
      <details className="mt-1">
        <summary className="flex min-h-12 cursor-pointer items-center font-semibold underline underline-offset-4">
          Release {h.things.length > 1 ? `it, or one of ${h.things.length} alone` : "it"}
        </summary>
        <CommandForm
          command="release-hold"
          label="Release"
          inPanel
          fixed={{ hold: String(h.number) }}
          fields={[
            {
              name: "result",
              label: "Laboratory order",
              kind: "figure",
              hint: h.wantsResult ? "whose result is in" : "where there is one",
              span: 1,
            },
            {
              name: "of",
              label: "Of it",
              offers: h.things,
              hint: h.wantsResult ? "left out, what was sampled" : "left out, all of it",
              span: 2,
            },
            { name: "why", label: "Evidence", placeholder: "report 2026-114", span: 3 },
            { name: "despite", label: "Released all the same, because", whenAsked: true, span: 3 },
          ]}
        />
      </details>
    </li>
  );
}
