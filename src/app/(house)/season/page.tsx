import type { Metadata } from "next";
import type { Group } from "@/core/season";
import { houseDatabase } from "@/house/door";
import { writtenDay } from "@/house/language/clock";
import { jar, mass, massFigure, unitOf } from "@/house/language/shown";
import { plural } from "@/house/language/spoken";
import { type SeasonView, seasonView } from "@/house/season/view";
import { asRead } from "@/house/standing/decisions";
import { onceFor } from "@/house/standing/shared";
import { Lead, Panel } from "@/ui/bench";
import { Doings } from "@/ui/doings";
import { CommandForm } from "@/ui/fields/command-form";
import { Figure } from "@/ui/figures/figure";
import { SpreadBars } from "@/ui/figures/spread-bars";
import { Link } from "@/ui/link";
import { RecordTable } from "@/ui/table/record";
import { Why } from "@/ui/why/why";
import { houseAsItStands } from "../../read";
import { doingsOf } from "../doings";

export const metadata: Metadata = { title: "Season" };

const WORK = doingsOf<SeasonView>(
  [
    {
      id: "hours",
      label: "Note hours",
      show: () => (
        <CommandForm
          command="note-hours"
          label="Note them"
          keep={["what"]}
          fields={[
            { name: "hours", label: "Hours, all hands", kind: "figure", unit: "h", span: 1 },
            { name: "day", label: "Day", kind: "day", hint: "left out, today" },
            { name: "who", label: "Who", placeholder: "Ines, Tomasz" },
            { name: "what", label: "At what", placeholder: "extraction" },
          ]}
        />
      ),
    },
    {
      id: "goal",
      label: "Set the goal",
      show: ({ goal }) => (
        <CommandForm
          command="set-goal"
          label="Set it"
          fields={[
            {
              name: "kg",
              label: "Goal",
              unit: "kg",
              kind: "figure",
              ...(goal ? { value: String(goal.kg) } : {}),
              span: 1,
            },
            { name: "words", label: "In words", placeholder: "one full drum", span: 2 },
          ]}
        />
      ),
    },
  ],
  [
    {
      id: "price",
      label: "Price of a material",
      show: () => (
        <CommandForm
          command="price-material"
          label="Set the price"
          keep={[]}
          fields={[
            { name: "material", label: "Material", placeholder: "Hexagon 454", span: 3 },
            { name: "price", label: "A piece costs", kind: "figure", span: 1 },
          ]}
        />
      ),
    },
    {
      id: "year",
      label: "When the year begins",
      show: ({ rules }) => (
        <CommandForm
          command="set-season"
          label="Set it"
          fields={[
            {
              name: "begins",
              label: "It begins on",
              value: rules.begins_md,
              hint: "month-day: 01-01, or 07-01 south of the line",
              span: 2,
            },
            {
              name: "keepYears",
              label: "Records kept",
              unit: "years",
              kind: "figure",
              value: String(rules.keep_years),
              span: 1,
            },
            {
              name: "hourCost",
              label: "An hour costs",
              kind: "figure",
              ...(rules.hour_cost === null ? {} : { value: String(rules.hour_cost) }),
              span: 1,
            },
          ]}
        />
      ),
    },
  ],
);

/** So many supers and colonies are listed before the file is the better way. */
const MOST_ROWS = 300;

export default async function Season({
  searchParams,
}: {
  searchParams: Promise<{ do?: string; year?: string }>;
}) {
  const s = await houseAsItStands();
  const search = await searchParams;
  const year = /^(?:19|20)\d{2}$/.test(search.year ?? "") ? Number(search.year) : undefined;
  const view = await onceFor(asRead(s), `season ${year ?? ""}`, () => seasonView(houseDatabase(), s, year));
  const { totals, before, goal } = view;
  const empty = totals.supers === 0;
  return (
    <>
      <Lead title={`Season ${view.season.name}`}>
        <Figure value={massFigure(totals.kg)} unit={unitOf("kg")} tone="mass" />
        <span className="text-ink-2">
          {plural(totals.supers, "super")} of {plural(totals.colonies, "colony", "colonies")}
          {before && `; ${before.name}: ${mass(before.kg)}`}
        </span>
      </Lead>
      <nav aria-label="Seasons" className="mb-2 flex flex-wrap items-center gap-2.5">
        {view.seasons.length > 1 &&
          view.seasons.map((x) => (
            <Link
              key={x.year}
              className="do"
              data-quiet=""
              href={`/season?year=${x.year}`}
              aria-current={x.name === view.season.name ? "true" : undefined}
            >
              {x.name}
            </Link>
          ))}
        <a
          className="do"
          data-quiet=""
          href={`/season-report?year=${view.season.from.slice(0, 4)}`}
          target="_blank"
          rel="noopener"
        >
          Report
        </a>
      </nav>
      <Doings bay="/season" list={WORK.list} rest={WORK.rest} open={search.do} />
      {await WORK.opened(search.do, view)}
      {goal && (
        <section className="panel mb-3" aria-label="Goal">
          <p>
            <b>{((100 * totals.kg) / goal.kg).toFixed(0)} %</b> of the goal of {mass(goal.kg)}
            {goal.words && `, ${goal.words}`}
          </p>
          <div className="mt-1 h-4 overflow-hidden rounded border border-edge" aria-hidden>
            <span
              className="block h-full bg-mass"
              style={{ width: `${Math.min(100, (100 * totals.kg) / goal.kg)}%` }}
            />
          </div>
        </section>
      )}
      {empty && (
        <p className="panel text-ink-2">
          Nothing was pulled in this season yet. Here its yields by yard and colony, jars, hours and cost will
          stand, beside the goal and the year before.
        </p>
      )}
      {!empty && (
        <>
          <Panel title="What became of it" className="mb-3">
            <p className="mb-2 text-[15px] text-ink-2">
              Of all honey that went through the house, owners' and bought too.
            </p>
            <dl className="grid grid-cols-2 gap-x-6 gap-y-2 md:grid-cols-4">
              {[
                ["Left in the comb", mass(view.moved.wets / 1000)],
                ["In cappings", mass(view.moved.cappings / 1000)],
                ["Wax", mass(totals.waxKg)],
                ["Lost, by name", mass(view.moved.lost / 1000)],
                ["Unexplained", mass(view.moved.unexplained / 1000)],
                ["Into jars", mass(view.moved.jarred / 1000)],
                ["Sent", mass(view.moved.sent / 1000)],
                ["Owners', apart", mass(totals.ownersKg)],
                ["From outside", mass(totals.boughtKg)],
                ["Jars", String(totals.jars)],
                ["Brought, where priced", totals.brought.toFixed(2)],
                ["Hours told", totals.hours === null ? "none" : totals.hours.toFixed(1)],
              ].map(([what, figure]) => (
                <div key={what}>
                  <dt className="text-[14px] text-ink-2">{what}</dt>
                  <dd className="font-mono text-[18px] font-semibold">{figure}</dd>
                </div>
              ))}
            </dl>
            {view.kgPerHour !== null && (
              <p className="mt-2">{mass(view.kgPerHour)} came off for every hour told.</p>
            )}
          </Panel>
          <Panel title="Which yards and colonies earn" className="mb-3">
            <p className="mb-2 text-[15px] text-ink-2">
              Kilograms a colony of the yard, and for each colony what it would likely give again: drawn to
              its yard as far as its own figure is chance, with an 80 % interval.
            </p>
            {view.earns.map((y) => (
              <details key={y.yard} className="border-b border-rule py-1" open={view.earns.length === 1}>
                <summary className="flex min-h-12 cursor-pointer flex-wrap items-center gap-x-4">
                  <b className="underline underline-offset-4">{y.yard}</b>
                  <span className="font-mono text-mass">{mass(y.meanKg)}</span>
                  <span className="text-ink-2">
                    a colony, of {plural(y.colonies.length, "colony", "colonies")}
                    {y.standing > y.colonies.length && ` that gave; ${y.standing} stand there`}
                  </span>
                </summary>
                <p className="flex items-center gap-3">
                  How that is reckoned:
                  <Why
                    why={{
                      title: `How ${y.yard} is reckoned`,
                      because: [
                        { what: "Mean of a colony", figure: mass(y.meanKg) },
                        { what: "Colonies differ by (standard deviation)", figure: mass(y.betweenKg) },
                        {
                          what: y.told
                            ? "Chance, from colonies pulled more than once"
                            : "Chance: half of the spread, since too few colonies were pulled twice",
                          figure: mass(y.chanceKg),
                          source: y.told ? "this season's pulls" : "common practice",
                        },
                        {
                          what: "Shrunk by the share of chance in it",
                          source: "DerSimonian & Laird 1986; Morris 1983",
                        },
                      ],
                      change: "Another pull of the same colonies tells chance from difference.",
                    }}
                  />
                </p>
                <SpreadBars
                  unit="kg"
                  label={`Colonies of ${y.yard}`}
                  bars={y.colonies.slice(0, MOST_ROWS).map((c) => ({
                    name: `Colony ${c.name}`,
                    value: c.estimateKg,
                    lo: c.loKg,
                    hi: c.hiKg,
                    n: `gave ${massFigure(c.totalKg)}`,
                  }))}
                />
              </details>
            ))}
          </Panel>
          <div className="grid items-start gap-3 lg:grid-cols-2">
            <Groups title="By yard" head="Yard" rows={view.by.yard} />
            <Groups title="By day" head="Day" rows={view.by.day} say={writtenDay} />
            <Groups title="By depth" head="Depth" rows={view.by.depth} />
            {view.by.tool.length > 0 && (
              <Groups title="By tool" head="Tool" rows={view.by.tool} say={(t) => t.replaceAll("-", " ")} />
            )}
            {view.by.machine.length > 0 && (
              <Groups title="By machine" head="Machine" rows={view.by.machine} />
            )}
            <Panel title="Water and colour through the season">
              {view.water.length === 0 && view.colour.length === 0 ? (
                <p className="text-ink-2">Nothing was read.</p>
              ) : (
                <RecordTable
                  name="Water and colour"
                  rows={[
                    ...view.water.map((w) => ({
                      day: w.day,
                      what: "water, pulled then",
                      figure: `${w.pct.toFixed(1)} %`,
                      n: w.n,
                    })),
                    ...view.colour.map((c) => ({
                      day: c.day,
                      what: "colour",
                      figure: `${c.mm.toFixed(0)} mm`,
                      n: c.n,
                    })),
                  ].sort((a, b) => a.day.localeCompare(b.day))}
                  keyOf={(r) => `${r.day} ${r.what}`}
                  columns={[
                    { head: "Day", value: (r) => r.day, cell: (r) => writtenDay(r.day) },
                    { head: "What", value: (r) => r.what, cell: (r) => r.what },
                    { head: "Middle", value: (r) => r.figure, figure: true, cell: (r) => r.figure },
                    { head: "Readings", value: (r) => r.n, figure: true, cell: (r) => r.n },
                  ]}
                />
              )}
            </Panel>
          </div>
          {view.outliers.length > 0 && (
            <Panel title="Unlike the others" className="mt-3">
              <ul>
                {view.outliers.slice(0, 12).map((o) => (
                  <li key={`${o.pulled.tag} ${o.pulled.day}`} className="border-b border-rule py-1.5">
                    <Link href={`/trace/super/${encodeURIComponent(o.pulled.tag)}`}>
                      Super {o.pulled.tag}
                    </Link>
                    , colony {o.pulled.colony}, {writtenDay(o.pulled.day)}: {mass(o.pulled.kg)},{" "}
                    {mass(Math.abs(o.offKg))} {o.offKg < 0 ? "less" : "more"} than the middle of{" "}
                    {o.pulled.yard}. <span className="text-ink-2">{o.because}.</span>
                  </li>
                ))}
              </ul>
            </Panel>
          )}
        </>
      )}
      {view.jars.length > 0 && (
        <Panel title="Jars, what they brought and what they cost" className="mt-3">
          <RecordTable
            name="Jars of the season"
            rows={view.jars}
            keyOf={(j) => `${j.honey} ${j.jarG}`}
            columns={[
              { head: "Honey", value: (j) => j.honey, cell: (j) => j.honey },
              { head: "Size", value: (j) => j.jarG, cell: (j) => jar(j.jarG) },
              { head: "Filled", figure: true, value: (j) => j.filled, cell: (j) => j.filled },
              { head: "Sold", figure: true, value: (j) => j.sold, cell: (j) => j.sold },
              {
                head: "A jar brought",
                figure: true,
                value: (j) => j.price,
                cell: (j) => j.price?.toFixed(2) ?? "not told",
              },
              { head: "It cost", figure: true, value: (j) => j.cost.sum, cell: (j) => j.cost.sum.toFixed(2) },
              {
                head: "Of that",
                cell: (j) => (
                  <span className="text-[15px] text-ink-2">
                    {[
                      j.cost.materials === null ? "" : `materials ${j.cost.materials.toFixed(2)}`,
                      j.cost.hours === null ? "" : `hours ${j.cost.hours.toFixed(2)}`,
                      j.cost.lost === null ? "" : `given away ${j.cost.lost.toFixed(2)}`,
                      j.cost.missing.length > 0 ? `not in it: ${j.cost.missing.join(", ")}` : "",
                    ]
                      .filter((t) => t !== "")
                      .join("; ")}
                  </span>
                ),
              },
            ]}
          />
        </Panel>
      )}
      {view.next && (
        <Panel title="What the next extraction day needs" className="mt-3">
          <p>
            For the {mass(s.waiting.reduce((kg, w) => kg + w.grams / 1000, 0))} waiting, by this season's own
            rates: <b>{plural(view.next.pails, "pail")}</b>, <b>{view.next.jars} jars</b> and lids of the size
            filled most,{" "}
            {view.next.crewHours === null ? (
              "hours unknown until some are told"
            ) : (
              <b>{view.next.crewHours.toFixed(1)} hours of work</b>
            )}
            .
          </p>
        </Panel>
      )}
      {!empty && (
        <Panel title="Supers" className="mt-3">
          <details>
            <summary className="flex min-h-12 cursor-pointer items-center underline underline-offset-4">
              {plural(view.by.super.length, "box", "boxes")} one by one
            </summary>
            <Table head="Super" name="Supers of the season" rows={view.by.super.slice(0, MOST_ROWS)} />
            {view.by.super.length > MOST_ROWS && (
              <p className="mt-2 text-ink-2">
                The {MOST_ROWS} that gave most of {view.by.super.length}.
              </p>
            )}
          </details>
        </Panel>
      )}
      <p className="mt-3 text-[15px] text-ink-2">
        Owners' and bought-in honey are told apart and are in no yield. Records are kept{" "}
        {view.rules.keep_years} years; nothing is ever thrown away before.
      </p>
    </>
  );
}

function Groups({
  title,
  head,
  rows,
  say = (n) => n,
}: {
  title: string;
  head: string;
  rows: readonly Group[];
  say?: (name: string) => string;
}) {
  return (
    <Panel title={title}>
      <SpreadBars
        unit="kg"
        label={title}
        bars={rows
          .slice(0, 24)
          .map((g) => ({ name: say(g.name), value: g.kg, n: plural(g.supers, "super") }))}
      />
      <details>
        <summary className="flex min-h-12 cursor-pointer items-center underline underline-offset-4">
          Table
        </summary>
        <Table head={head} name={title} rows={rows} say={say} />
      </details>
    </Panel>
  );
}

function Table({
  head,
  name,
  rows,
  say = (n) => n,
}: {
  head: string;
  name: string;
  rows: readonly Group[];
  say?: (name: string) => string;
}) {
  const kg = unitOf("kg");
  return (
    <RecordTable
      name={name}
      rows={rows}
      keyOf={(g) => g.name}
      columns={[
        { head, value: (g) => g.name, cell: (g) => say(g.name) },
        { head: "Supers", figure: true, value: (g) => g.supers, cell: (g) => g.supers },
        { head: kg, figure: true, className: "text-mass", value: (g) => g.kg, cell: (g) => massFigure(g.kg) },
        {
          head: `A super, ${kg}`,
          figure: true,
          value: (g) => g.meanKg,
          cell: (g) => `${massFigure(g.meanKg)}${g.sdKg === null ? "" : ` ±${massFigure(g.sdKg)}`}`,
        },
        {
          head: `A frame, ${kg}`,
          figure: true,
          value: (g) => g.perFrameKg,
          cell: (g) => (g.perFrameKg === null ? "" : massFigure(g.perFrameKg, 2)),
        },
        { head: "Left, %", figure: true, value: (g) => g.leftPct, cell: (g) => g.leftPct?.toFixed(1) ?? "" },
        {
          head: "Weighed",
          figure: true,
          value: (g) => g.weighed,
          cell: (g) => (g.weighed === g.supers ? "all" : `${g.weighed} of ${g.supers}`),
        },
      ]}
    />
  );
}
