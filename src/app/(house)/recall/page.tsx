import type { Metadata } from "next";
import { Refusal } from "@/house";
import { houseDatabase } from "@/house/door";
import { clockIn, dayIn, writtenDay } from "@/house/language/clock";
import { massFigureG, massG, unitOf } from "@/house/language/shown";
import { capital, plural, spoken } from "@/house/language/spoken";
import { recallAsked } from "@/house/recall/asked";
import { type RecallDesk, type RecallView, recallDesk, stopWatch } from "@/house/recall/view";
import { traceView } from "@/house/trace";
import { Lead, Panel } from "@/ui/bench";
import { Doings } from "@/ui/doings";
import { CommandForm } from "@/ui/fields/command-form";
import { Figure } from "@/ui/figures/figure";
import { Link } from "@/ui/link";
import { Press } from "@/ui/press";
import { FlowPicture, StopWatch } from "@/ui/recall";
import { RecordTable } from "@/ui/table/record";
import { Why } from "@/ui/why/why";
import { houseAsItStands } from "../../read";

export const metadata: Metadata = { title: "Recall" };

type Search = Promise<Record<string, string | string[] | undefined>>;

const SCOPE_SAID = {
  itself: "this alone",
  vessels: "the vessels it came out of",
  batches: "all of its batches",
} as const;

export default async function Recall({ searchParams }: { searchParams: Search }) {
  const s = await houseAsItStands();
  const search = await searchParams;
  const asked = recallAsked(search);
  const desk = await recallDesk(houseDatabase(), asked, s.now).catch((fault): RecallDesk => {
    if (!(fault instanceof Refusal)) throw fault;
    return {
      asked: "",
      says: fault.message,
      near: [],
      view: null,
      drill: null,
      past: [],
      contacts: { authority: "", authority_phone: "", own_name: "", own_phone: "" },
    };
  });
  const { drill, view } = desk;
  const query = drill
    ? `drill=${drill.number}`
    : `of=${encodeURIComponent(view?.what ?? "")}&scope=${view?.scope ?? ""}`;
  const doing = String(search.do ?? "");
  return (
    <>
      <Lead title={drill ? (drill.kind === "drill" ? "Recall drill" : capital(drill.kind)) : "Recall"}>
        {drill && (
          <>
            <StopWatch
              sinceMs={drill.at.getTime()}
              nowMs={s.now.getTime()}
              ended={drill.ended?.seconds ?? null}
            />
            <span className="text-ink-2">since {clockIn(s.house.zone, drill.at)}</span>
            <b>{drill.question}</b>
          </>
        )}
      </Lead>
      {!drill && (
        <form action="/recall" className="panel mb-3 flex flex-wrap items-end gap-4" aria-label="Find it">
          <label className="grow">
            <span className="mb-1 block font-semibold">What is it about?</span>
            <input
              name="of"
              defaultValue={desk.asked}
              maxLength={200}
              placeholder="the mark on a jar, pail 12, super 41, colony 7, a yard, jars FG-2217"
              className="min-h-12 w-full rounded border-[1.5px] border-edge bg-shelf px-3"
            />
          </label>
          <button type="submit" className="do">
            Find it
          </button>
        </form>
      )}
      {desk.says && (
        <div role="alert" className="panel mb-3">
          <p className="font-semibold text-stop">{desk.says}</p>
          {desk.near.length > 0 && (
            <p className="mt-1 flex flex-wrap items-center gap-3">
              Did you mean
              {desk.near.map((code) => (
                <Link key={code} className="do" data-quiet="" href={`/recall?of=${encodeURIComponent(code)}`}>
                  {code}
                </Link>
              ))}
            </p>
          )}
        </div>
      )}
      {view && <Found desk={desk} view={view} query={query} />}
      {!view && (
        <>
          <Doings
            bay="/recall"
            list={[{ id: "contacts", needs: "set-recall-contacts", label: "Whom to call" }]}
            open={doing}
          />
          {doing === "contacts" && (
            <CommandForm
              command="set-recall-contacts"
              label="Keep it"
              fields={[
                { name: "authority", label: "Authority", value: desk.contacts.authority, span: 3 },
                {
                  name: "authorityPhone",
                  label: "Its number, day and night",
                  value: desk.contacts.authority_phone,
                },
                { name: "ownName", label: "Who answers here", value: desk.contacts.own_name },
                { name: "ownPhone", label: "Their number", value: desk.contacts.own_phone },
              ]}
            />
          )}
          <Panel title="Drills and recalls">
            {desk.past.length === 0 ? (
              <p className="text-ink-2">
                None yet. Pick a jar off the shelf, type its mark above and begin a drill: who has honey of
                its batch, and is every kilogram found? Once a year is common practice.
              </p>
            ) : (
              <RecordTable
                name="Drills"
                rows={desk.past}
                keyOf={(r) => r.number}
                columns={[
                  {
                    head: "Number",
                    value: (r) => r.number,
                    cell: (r) => <Link href={`/recall?drill=${r.number}`}>{r.number}</Link>,
                  },
                  {
                    head: "Day",
                    value: (r) => r.at.toISOString(),
                    className: "whitespace-nowrap",
                    cell: (r) => writtenDay(dayIn(s.house.zone, r.at)),
                  },
                  {
                    head: "What",
                    value: (r) => r.what,
                    cell: (r) => `${capital(r.kind)}, ${r.what}: ${r.question}`,
                  },
                  {
                    head: "Time",
                    value: (r) => r.seconds,
                    cell: (r) =>
                      r.seconds === null ? <b className="text-water">runs</b> : stopWatch(r.seconds),
                  },
                  {
                    head: "Found, %",
                    figure: true,
                    value: (r) => r.found_pct,
                    cell: (r) => r.found_pct?.toFixed(1) ?? "",
                  },
                  { head: "Reached", cell: (r) => (r.buyers === null ? "" : `${r.told} of ${r.buyers}`) },
                  {
                    head: "Gaps",
                    cell: (r) => <span className="text-[15px] text-ink-2">{r.gaps ?? ""}</span>,
                  },
                ]}
              />
            )}
          </Panel>
        </>
      )}
    </>
  );
}

async function Found({ desk, view, query }: { desk: RecallDesk; view: RecallView; query: string }) {
  const { drill, contacts } = desk;
  const all = Math.max(1, view.cameG);
  const flow = await pictureOf(view.what);
  const why = drill?.question ?? "asked back";
  return (
    <>
      {!drill && (
        <Panel title={view.title} className="mb-3">
          <nav aria-label="How wide" className="mb-2 flex flex-wrap items-center gap-2.5">
            <span>Drawn over</span>
            {(["itself", "vessels", "batches"] as const).map((scope) => (
              <Link
                key={scope}
                className="do"
                data-quiet=""
                href={`/recall?of=${encodeURIComponent(view.what)}&scope=${scope}`}
                aria-current={view.scope === scope ? "true" : undefined}
              >
                {SCOPE_SAID[scope]}
              </Link>
            ))}
          </nav>
          <details>
            <summary className="flex min-h-12 cursor-pointer items-center font-semibold underline underline-offset-4">
              Begin a drill, a withdrawal or a recall with it
            </summary>
            <CommandForm
              command="begin-recall"
              label="Start the clock"
              inPanel
              fixed={{ what: view.what, scope: view.scope }}
              fields={[
                {
                  name: "kind",
                  label: "It is",
                  kind: "choice",
                  options: [
                    { value: "drill", label: "a drill" },
                    { value: "withdrawal", label: "a withdrawal: off the shelves" },
                    { value: "recall", label: "a recall: back from people" },
                  ],
                  span: 2,
                },
                { name: "question", label: "What happened", placeholder: "a jar tastes sour", span: 3 },
              ]}
            />
          </details>
        </Panel>
      )}
      {!drill?.ended && (
        <section
          className="panel mb-3 flex flex-wrap items-center gap-x-5 gap-y-2 border-l-[6px]"
          data-tone={view.toBlock > 0 ? "stop" : "go"}
          style={{ borderLeftColor: "var(--tone)" }}
          aria-label="What to do now"
        >
          <div className="min-w-64 flex-1">
            <p className="font-bold">
              {view.toBlock > 0
                ? `Block what is here (${plural(view.toBlock, "thing")}), then tell ${plural(view.buyers.length, "buyer")}`
                : view.buyers.length > 0
                  ? `What is here is blocked. Tell ${plural(view.buyers.filter((b) => b.told === "").length, "buyer")}`
                  : "Nothing of it has left, and what is here is blocked"}
            </p>
            <p className="text-[15px] text-ink-2">
              Drawn from {spoken(view.from.slice(0, 6))}
              {view.from.length > 6 && ` and ${view.from.length - 6} more`}: {massG(view.goneG)}
              {view.jarsOut > 0 && ` in ${plural(view.jarsOut, "jar")}`} out, {massG(view.hereG)} still here.
            </p>
          </div>
          <Why
            why={{
              title: "How far it reaches",
              because: [
                { what: "Supers behind it, however small the share", figure: String(view.contact.supers) },
                { what: "Colonies behind it", figure: String(view.contact.colonies) },
                { what: "Lots with any of it", figure: String(view.contact.lots) },
                {
                  what: "Recall goes by contact, any path at all; kilograms go by shares of well mixed honey",
                  source: "Codex CAC/GL 60-2006",
                },
              ],
              change: "A narrower width: the lot alone, or the vessels it came out of.",
            }}
          />
          {view.toBlock > 0 && (
            <Press
              command="block-all"
              input={{ what: view.what, scope: view.scope, why }}
              label="Block all here"
              tone="stop"
            />
          )}
        </section>
      )}
      <section className="panel mb-3" aria-label="Every kilogram">
        <div className="flex flex-wrap items-center gap-x-5">
          <Figure
            value={view.foundPct === null ? "–" : view.foundPct.toFixed(1)}
            unit={`% of ${massFigureG(view.cameG)} ${unitOf("kg")} found, ${view.passes ? "passes" : "does not pass"} (98–102)`}
            tone={view.passes ? "go" : "stop"}
          />
        </div>
        <div className="mt-2 flex h-10 overflow-hidden rounded border border-edge" aria-hidden>
          {(
            [
              [view.goneG, "var(--mass-fill)"],
              [view.hereG, "var(--mass)"],
              [view.lostG, "var(--stop-fill)"],
              [view.unexplainedG, "var(--stop)"],
            ] as const
          ).map(([grams, fill]) => (
            <span key={fill} style={{ width: `${(100 * grams) / all}%`, background: fill }} />
          ))}
        </div>
        <p className="mt-1 flex flex-wrap gap-x-6 text-[15px]">
          <span>
            <b>{massG(view.goneG)}</b> with {plural(view.buyers.length, "buyer")}
          </span>
          <span>
            <b>{massG(view.hereG)}</b> here
          </span>
          <span>
            <b>{massG(view.lostG)}</b> lost, or left in the comb
          </span>
          <span className={view.unexplainedG > 0 ? "text-stop" : undefined}>
            <b>{massG(view.unexplainedG)}</b> unexplained
          </span>
        </p>
      </section>
      <div className="grid items-start gap-3 lg:grid-cols-2">
        <Panel title={`With ${plural(view.buyers.length, "buyer")}`}>
          {view.buyers.length === 0 && <p className="text-ink-2">Nothing of it has left.</p>}
          <ul>
            {view.buyers.map((b) => (
              <li key={b.id} className="border-b border-rule py-1.5">
                <div className="flex flex-wrap items-center gap-x-3">
                  <b className="flex-1">{b.name}</b>
                  <span className="font-mono text-mass">{massG(b.grams)}</span>
                </div>
                <p className="text-[15px] text-ink-2">{b.parcels.join("; ")}</p>
                <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
                  {b.phone ? (
                    <a className="do" data-quiet="" href={`tel:${b.phone.replace(/[^\d+]/g, "")}`}>
                      Call {b.phone}
                    </a>
                  ) : (
                    <span className="font-semibold text-stop">no telephone</span>
                  )}
                  {b.email && (
                    <a className="do" data-quiet="" href={`mailto:${b.email}`}>
                      Write
                    </a>
                  )}
                  {b.told ? (
                    <span className="text-go">{b.told}</span>
                  ) : (
                    drill &&
                    !drill.ended && (
                      <Press
                        command="tell-buyer"
                        input={{
                          recall: drill.number,
                          buyer: b.name,
                          how: b.phone ? "called" : "written to",
                        }}
                        label="Told"
                        tone="quiet"
                      />
                    )
                  )}
                </div>
              </li>
            ))}
          </ul>
        </Panel>
        <Panel title="Still here">
          {view.here.length === 0 && <p className="text-ink-2">Nothing of it is here.</p>}
          <ul>
            {view.here.map((h) => (
              <li key={h.fill} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1.5">
                <span className="min-w-40 flex-1">
                  {h.href ? <Link href={h.href}>{h.name}</Link> : <b>{h.name}</b>}
                  {h.place && <span className="text-ink-2">, {h.place}</span>}
                </span>
                <span className="font-mono text-mass">{massG(h.grams)}</span>
                <span className="w-20 text-right font-mono text-[15px]">{h.sharePct.toFixed(1)} %</span>
                <b className={h.blocked ? "text-go" : "text-stop"}>{h.blocked ? "blocked" : "free"}</b>
              </li>
            ))}
          </ul>
          {view.sisters.length > 0 && (
            <p className="mt-2 text-[15px]">
              Other lots with it: {spoken(view.sisters.slice(0, 12).map((x) => x.code))}
              {view.sisters.length > 12 && ` and ${view.sisters.length - 12} more`}.
            </p>
          )}
          {view.sources.length > 0 && (
            <p className="text-[15px]">
              Behind it:{" "}
              {view.sources.slice(0, 8).map((x, i) => (
                <span key={x.name}>
                  {i > 0 && ", "}
                  {x.href ? <Link href={x.href}>{x.name}</Link> : x.name}
                </span>
              ))}
              .
            </p>
          )}
        </Panel>
      </div>
      {view.gaps.length > 0 && (
        <Panel title="Gaps" className="mt-3">
          <ul className="list-disc pl-5">
            {view.gaps.map((g) => (
              <li key={g}>{g}</li>
            ))}
          </ul>
        </Panel>
      )}
      <Panel title="Papers and calls" className="mt-3">
        <div className="flex flex-wrap items-center gap-3">
          <a className="do" data-quiet="" href={`/recall-list?${query}`} target="_blank" rel="noopener">
            List as PDF
          </a>
          <a className="do" data-quiet="" href={`/recall-list?${query}&as=csv`}>
            As CSV
          </a>
          <a className="do" data-quiet="" href={`/recall-list?${query}&as=letters`}>
            Letters
          </a>
          <span>
            {contacts.authority ? (
              <>
                {contacts.authority}, day and night: <b>{contacts.authority_phone}</b>
              </>
            ) : (
              <Link
                href="/recall?do=contacts"
                className="font-semibold text-stop underline underline-offset-4"
              >
                Nobody wrote down the authority's number
              </Link>
            )}
          </span>
        </div>
        {drill && !drill.ended && (
          <CommandForm
            command="end-recall"
            label={drill.kind === "drill" ? "End the drill" : "End the recall"}
            inPanel
            fixed={{ recall: String(drill.number) }}
            fields={[{ name: "gaps", label: "What was missing, and what changes", span: 3 }]}
          />
        )}
        {drill?.ended && (
          <p className="mt-2">
            Ended after {stopWatch(drill.ended.seconds)}. {drill.ended.gaps}
          </p>
        )}
      </Panel>
      {flow && (
        <Panel title="Where the kilograms went" className="mt-3">
          <FlowPicture flow={flow} />
        </Panel>
      )}
    </>
  );
}

/** The picture of the thing itself; none for a supplier's lot, which is no honey. */
async function pictureOf(what: string) {
  const [kind = "", ...rest] = what.split(" ");
  const name = rest.join(" ");
  const kinds = ["lot", "pail", "drum", "tank", "tub", "delivery", "batch", "super", "colony"] as const;
  const known = kinds.find((k) => k === kind);
  if (kind === "jars") return null;
  const view = await traceView(houseDatabase(), known ?? "yard", known ? name : what).catch(() => null);
  return view && view.flow.links.length > 0 ? view.flow : null;
}
