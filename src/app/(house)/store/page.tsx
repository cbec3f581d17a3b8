import type { Metadata } from "next";
import { swatch } from "@/core/honey/colour";
import { WAY_SAID, waysOf } from "@/core/honey/ways";
import { houseDatabase } from "@/house/door";
import { ageBetween } from "@/house/language/clock";
import { massFigureG, massG, unitOf } from "@/house/language/shown";
import { capital, plural } from "@/house/language/spoken";
import { HONEY_VESSELS } from "@/house/ledger/kinds";
import { enzymesSaid, whyHeat } from "@/house/settle/heat";
import { settling, stored, vesselWord } from "@/house/settle/settling";
import { asRead, decisions } from "@/house/standing/decisions";
import { onceFor } from "@/house/standing/shared";
import type { Snapshot, VesselState } from "@/house/standing/snapshot";
import { storeKeeps, type TastingRow } from "@/house/store/kept";
import { colourSaid, gradeOf, places, vesselVerdict } from "@/house/store/view";
import { bloomsSaid, setsSaid, stateOf, watchOf, watchRows, whyWatched } from "@/house/store/watch";
import { Lead, Panel } from "@/ui/bench";
import { Decisions } from "@/ui/decisions";
import { Doings } from "@/ui/doings";
import { EmptyBay } from "@/ui/empty-bay";
import { Figure } from "@/ui/figures/figure";
import { Shelf } from "@/ui/figures/shelf";
import { Link } from "@/ui/link";
import { WatchList } from "@/ui/store/watch-list";
import { RecordTable } from "@/ui/table/record";
import { Why } from "@/ui/why/why";
import { houseAsItStands } from "../../read";
import { StoreDoing, type StoreSearch } from "./doing";

export const metadata: Metadata = { title: "Store" };

/** So many are told on the watch list. */
const MOST_WATCHED = 8;

export default async function Store({ searchParams }: { searchParams: Promise<StoreSearch> }) {
  const search = await searchParams;
  const s = await houseAsItStands();
  const pails = stored(s);
  const young = settling(s);
  const watched = watchRows(s, MOST_WATCHED);
  const { unseen, samples, tasted } = await onceFor(asRead(s), "kept back", () =>
    storeKeeps(houseDatabase(), s),
  );
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
          { id: "blend", needs: "blend-honey", label: "Blend" },
          { id: "pour", needs: "move-honey", label: "Pour" },
          { id: "came", needs: "receive-honey", label: "Honey came" },
          { id: "read", needs: "read-moisture", label: "Read it" },
          { id: "look", needs: "note-look", label: "How it looks" },
          { id: "stock", needs: "take-stock", label: "Take stock" },
        ]}
        rest={[
          { id: "mixed", needs: "check-mix", label: "Is it mixed?" },
          { id: "colour", needs: "read-colour", label: "Its colour" },
          { id: "taste", needs: "taste", label: "Taste it" },
          { id: "lab", needs: "note-lab", label: "Glucose and yeast" },
          { id: "sample", needs: "keep-sample", label: "Keep a sample" },
          { id: "gone", needs: "sample-gone", label: "A sample is gone" },
          { id: "air", needs: "note-place-air", label: "The air there" },
          { id: "lost", needs: "record-loss", label: "Book a loss" },
          { id: "place", needs: "place-vessel", label: "Where it stands" },
          { id: "vessels", needs: "add-vessels", label: "Set up vessels" },
        ]}
        open={search.do}
      />
      <StoreDoing search={search} s={s} />
      {watched.rows.length > 0 && (
        <Panel title="May ferment" className="mt-4">
          <WatchList {...watched} />
          <p className="mt-2 flex flex-wrap gap-x-6">
            <a
              href="/store-calendar"
              className="flex min-h-12 items-center font-semibold underline underline-offset-4"
            >
              These days in a calendar
            </a>
          </p>
        </Panel>
      )}
      {s.vessels.length === 0 ? (
        <Panel title="The shelves" className="mt-4">
          <EmptyBay bay="Store">
            The shelves are empty. Vessels appear here as they are filled in the Spin bay, or as honey comes
            from outside.
          </EmptyBay>
        </Panel>
      ) : (
        places(s, [...pails, ...young]).map((p) => (
          <Panel
            key={p.name}
            title={p.name === "" ? "Nobody said where these stand" : capital(p.name)}
            className="mt-4"
          >
            <p className="mb-2 flex flex-wrap gap-x-5 text-[15px]">
              <b className="text-mass">{p.mass}</b>
              {p.air && <span className="text-heat">{p.air}</span>}
              {p.wrong && <b className="text-stop">{p.wrong}</b>}
              {!p.air && p.name !== "" && (
                <Link href={`/store?do=air`} className="text-ink-2">
                  nobody said how warm it is there
                </Link>
              )}
            </p>
            <Shelf vessels={p.vessels} />
          </Panel>
        ))
      )}
      {(unseen.length > 0 || samples.length > 0) && (
        <Panel title="Kept back, and not seen" className="mt-4">
          <ul>
            {unseen.map((u) => (
              <li key={u.name} className="border-t border-rule py-2">
                <Link href={u.href} className="font-bold">
                  {capital(u.name)}
                </Link>{" "}
                was not seen at {u.place}, {u.when}.
              </li>
            ))}
            {samples.map((x) => (
              <li key={x.id} className="flex flex-wrap items-center gap-x-5 border-t border-rule">
                <span className="py-2">
                  <b>{x.title}</b>: {x.mass} kept in {x.place},{" "}
                  <span className={x.over ? "font-bold text-stop" : "text-ink-2"}>
                    {x.until ? `until ${x.until}` : "for good"}
                  </span>
                </span>
                <Link
                  href={`/store?do=gone&sample=${x.id}`}
                  aria-label={`The sample of ${x.title} is gone`}
                  className="flex min-h-12 items-center font-semibold underline underline-offset-4"
                >
                  It is gone
                </Link>
              </li>
            ))}
          </ul>
        </Panel>
      )}
      {s.vessels.length > 0 && (
        <Panel title="The record" className="mt-4">
          <p className="mb-2 flex flex-wrap gap-x-6">
            {HONEY_VESSELS.flatMap((kind) => {
              const tags = s.vessels.filter((v) => v.kind === kind).map((v) => v.tag);
              return tags.length === 0
                ? []
                : [
                    <a
                      key={kind}
                      className="flex min-h-12 items-center font-semibold underline underline-offset-4"
                      href={`/tags?kind=${kind}&full=yes&tags=${encodeURIComponent(tags.slice(0, 200).join(","))}`}
                      target="_blank"
                      rel="noreferrer"
                    >
                      Tags of full {kind}s
                    </a>,
                  ];
            })}
          </p>
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
                // Found by what bloomed, how it tastes and what it is, too.
                value: (p) =>
                  [p.from, bloomsSaid(p), tasted.get(p.fillId)?.words, stateOf(s, p)]
                    .filter(Boolean)
                    .join("; "),
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
                    <Small
                      lines={[
                        bloomsSaid(p),
                        setsSaid(s, p),
                        ...waysOf(p.blooms).map((way) => WAY_SAID[way]),
                        tastedSaid(p, tasted.get(p.fillId)),
                      ]}
                    />
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
                cell: (p) => (
                  <>
                    <NextStep verdict={vesselVerdict(s, p)} />
                    <Small lines={[stateOf(s, p)]} />
                  </>
                ),
              },
              {
                head: <span className="sr-only">Working</span>,
                className: "text-right",
                cell: (p) => (
                  <Why
                    why={{
                      title: `${capital(p.name)}: ${p.waterReckoned ? `water reckoned from ${p.from}` : "its own readings"}`,
                      because: [...watchedBecause(s, p), ...whyHeat(p)],
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

/** Lines under what a cell says first. */
const Small = ({ lines }: { lines: readonly (string | null)[] }) =>
  lines.map(
    (line) =>
      line && (
        <span key={line} className="block text-[14px] text-ink-2">
          {line}
        </span>
      ),
  );

/** "mint, grass; Odile, grade A" */
function tastedSaid(v: VesselState, t: TastingRow | undefined): string | null {
  if (!t) return null;
  const g = gradeOf(v, t);
  const by = g && g.limitedBy !== "nothing" ? ` by its ${g.limitedBy}` : "";
  return `${t.words}; ${t.who}${g ? `, grade ${g.grade}${by}` : ""}`;
}

/** How closely it is watched, and from what; its water alone where that was never read. */
function watchedBecause(s: Snapshot, v: VesselState) {
  const watch = watchOf(s, v);
  return watch ? whyWatched(s, v, watch) : v.water.because;
}

function NextStep({ verdict: [words, tone] }: { verdict: ReturnType<typeof vesselVerdict> }) {
  return (
    <b data-tone={tone} style={{ color: "var(--tone)" }}>
      {words}
    </b>
  );
}
