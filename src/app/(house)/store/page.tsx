import type { Metadata } from "next";
import Link from "next/link";
import { swatch } from "@/core/honey/colour";
import { ageBetween } from "@/house/language/clock";
import { massFigureG, massG, unitOf } from "@/house/language/shown";
import { capital, plural } from "@/house/language/spoken";
import { enzymesSaid, whyHeat } from "@/house/settle/heat";
import { settling, stored, vesselWord } from "@/house/settle/settling";
import { decisions } from "@/house/standing/decisions";
import { colourSaid, shelved, vesselVerdict } from "@/house/store/view";
import { Doings, Lead, Panel } from "@/ui/bench";
import { Decisions } from "@/ui/decisions";
import { Figure } from "@/ui/figures/figure";
import { Shelf } from "@/ui/figures/shelf";
import { RecordTable } from "@/ui/table/record";
import { Why } from "@/ui/why/why";
import { houseAsItStands } from "../../read";
import { StoreDoing, type StoreSearch } from "./doing";

export const metadata: Metadata = { title: "Store" };

export default async function Store({ searchParams }: { searchParams: Promise<StoreSearch> }) {
  const search = await searchParams;
  const s = await houseAsItStands();
  const pails = stored(s);
  const young = settling(s);
  return (
    <>
      <Lead title="Store">
        <Figure
          value={massFigureG(pails.reduce((g, p) => g + p.grams, 0))}
          unit={`${unitOf("kg")} in ${plural(pails.length, vesselWord(pails))}`}
          tone="mass"
        />
        {s.besides.wax > 0 && <span className="text-ink-2">and {massG(s.besides.wax)} of wax</span>}
        {young.length > 0 && <span className="text-ink-2">and {young.length} still standing to clear</span>}
      </Lead>
      <Decisions list={decisions(s).filter((d) => d.bay === "Store")} none="No vessel needs hurry." />
      <Doings
        bay="/store"
        list={[
          { id: "pour", label: "Pour" },
          { id: "came", label: "Honey came" },
          { id: "read", label: "Read it" },
          { id: "colour", label: "Its colour" },
        ]}
        rest={[
          { id: "lost", label: "Book a loss" },
          { id: "place", label: "Where it stands" },
          { id: "vessels", label: "Set up vessels" },
        ]}
        open={search.do}
      />
      <StoreDoing search={search} s={s} />
      <Panel title="The shelf, use first to keep longest" className="mt-4">
        {s.vessels.length === 0 ? (
          <p className="text-ink-2">
            The shelf is empty. Vessels appear here as they are filled in the Spin bay, or as honey comes from
            outside.
          </p>
        ) : (
          <Shelf vessels={shelved(s, [...pails, ...young])} />
        )}
      </Panel>
      {s.vessels.length > 0 && (
        <Panel title="The record" className="mt-4">
          <RecordTable
            name="Vessels"
            rows={s.vessels}
            keyOf={(p) => p.fillId}
            columns={[
              {
                head: "Vessel",
                className: "whitespace-nowrap",
                value: (p) => capital(p.name),
                cell: (p) => <Link href={`/trace/${p.kind}/${p.tag}`}>{capital(p.name)}</Link>,
              },
              {
                head: `Honey, ${unitOf("kg")}`,
                value: (p) => p.grams / 1000,
                figure: true,
                className: "text-mass",
                cell: (p) => massFigureG(p.grams),
              },
              {
                head: "Water, %",
                value: (p) => p.water.figures.waterPct ?? null,
                figure: true,
                className: "text-water",
                cell: ({ water: { figures } }) =>
                  figures.waterPct === undefined
                    ? "unread"
                    : `${figures.waterPct.toFixed(1)} ±${(figures.sePct ?? 0).toFixed(1)}`,
              },
              {
                head: "From",
                value: (p) => p.from,
                cell: (p) => (
                  <>
                    {p.origins.slice(0, 3).map((o, i) => (
                      <span key={o.fillId}>
                        {i > 0 && ", "}
                        <Link href={o.href}>{capital(o.name)}</Link>
                        {p.origins.length > 1 && ` ${((o.grams / p.grams) * 100).toFixed(0)} %`}
                      </span>
                    ))}
                    {p.origins.length > 3 && ` and ${p.origins.length - 3} more`}
                    {p.owner && <span className="block text-[14px]">kept separate for {p.owner}</span>}
                  </>
                ),
              },
              {
                head: "Colour",
                value: (p) => p.colour?.value ?? null,
                cell: (p) =>
                  p.colour && (
                    <>
                      <span
                        aria-hidden
                        className="mr-2 inline-block size-4 rounded-full border border-edge align-[-2px]"
                        style={{ background: swatch(p.colour.value) }}
                      />
                      {colourSaid(p.colour)}
                    </>
                  ),
              },
              {
                head: "Enzymes left, %",
                value: (p) => Number(p.heat.diastaseLoPct.toFixed(1)),
                figure: true,
                className: "text-heat",
                cell: (p) => enzymesSaid(p.heat).replace(" %", ""),
              },
              { head: "Stands in", value: (p) => p.place, cell: (p) => p.place },
              {
                head: "Age",
                className: "whitespace-nowrap",
                value: (p) => p.filledAt.toISOString(),
                cell: (p) => ageBetween(p.filledAt, s.now),
              },
              {
                head: "Next",
                value: (p) => vesselVerdict(s, p)[0],
                cell: (p) => <NextStep verdict={vesselVerdict(s, p)} />,
              },
              {
                head: <span className="sr-only">Working</span>,
                className: "text-right",
                cell: (p) => (
                  <Why
                    why={{
                      title: `${capital(p.name)}: ${p.waterReckoned ? `water reckoned from ${p.from}` : "its own readings"}`,
                      because: [...p.water.because, ...whyHeat(p)],
                      change: `A reading of the ${p.kind} itself.`,
                    }}
                  />
                ),
              },
            ]}
          />
        </Panel>
      )}
    </>
  );
}

function NextStep({ verdict: [words, tone] }: { verdict: ReturnType<typeof vesselVerdict> }) {
  return (
    <b data-tone={tone} style={{ color: "var(--tone)" }}>
      {words}
    </b>
  );
}
