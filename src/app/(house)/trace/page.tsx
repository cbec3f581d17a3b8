import type { Metadata } from "next";
import { houseDatabase } from "@/house/door";
import { shortDayIn, writtenDay } from "@/house/language/clock";
import { jar, massG } from "@/house/language/shown";
import { partsOf } from "@/house/people/parts";
import { batchesPage, keyFrom, lotsPage } from "@/house/standing/lists";
import { Lead, Older, Panel } from "@/ui/bench";
import { Link } from "@/ui/link";
import { OpenThing } from "@/ui/open-thing";
import { houseAsItStands } from "../../read";

export const metadata: Metadata = { title: "Trace" };

const LINK = "flex min-h-12 flex-wrap items-center justify-between gap-x-4 border-b border-rule no-underline";

export default async function Trace({
  searchParams,
}: {
  searchParams: Promise<{ lots?: string; batches?: string }>;
}) {
  const s = await houseAsItStands();
  const search = await searchParams;
  const [lots, batches] = await Promise.all([
    lotsPage(houseDatabase(), keyFrom(search.lots)),
    batchesPage(houseDatabase(), keyFrom(search.batches)),
  ]);
  return (
    <>
      <Lead title="Trace">
        <span className="text-ink-2">from any lot, pail, batch, super, colony or yard, back and forward</span>
      </Lead>
      <OpenThing />
      <p className="mt-2 flex flex-wrap gap-x-6">
        <Link className="flex min-h-12 items-center underline underline-offset-4" href="/recall">
          Recall, and drills
        </Link>
        {partsOf(s.house.parts).includes("exchange") && (
          <a className="flex min-h-12 items-center underline underline-offset-4" href="/epcis">
            What moved, as EPCIS events
          </a>
        )}
      </p>
      <div className="mt-4 grid gap-4 lg:grid-cols-2">
        <Panel title="Lots">
          {lots.rows.length === 0 && <p className="text-ink-2">No lot yet.</p>}
          {lots.rows.map((l) => (
            <Link key={l.id} className={LINK} href={`/trace/lot/${l.code}`}>
              <b className="font-mono">{l.code}</b>
              <span>
                {l.honey_kind}, {l.jars} x {jar(l.nominal_g)}
              </span>
              <span className="text-ink-2">{writtenDay(l.filled_on)}</span>
            </Link>
          ))}
          <Older base="/trace" name="lots" before={lots.older} />
        </Panel>
        <Panel title="Batches">
          {batches.rows.length === 0 && <p className="text-ink-2">No batch yet.</p>}
          {batches.rows.map((b) => (
            <Link key={b.id} className={LINK} href={`/trace/batch/${b.number}`}>
              <b>Batch {b.number}</b>
              <span>
                {b.closed_by === null
                  ? `open, ${massG(s.openBatches.find((o) => o.id === b.id)?.account.remainderGrams ?? 0)} in it`
                  : "closed"}
              </span>
              <span className="text-ink-2">{shortDayIn(s.house.zone, b.started_at)}</span>
            </Link>
          ))}
          <Older base="/trace" name="batches" before={batches.older} />
        </Panel>
      </div>
    </>
  );
}
