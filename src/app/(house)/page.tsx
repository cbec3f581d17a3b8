import type { Metadata } from "next";
import { houseDatabase } from "@/house/door";
import { massFigureG, unitOf } from "@/house/language/shown";
import { plural, span } from "@/house/language/spoken";
import { vesselWord } from "@/house/settle/settling";
import { dayAccount } from "@/house/standing/day";
import { asRead, decisions } from "@/house/standing/decisions";
import { onceFor } from "@/house/standing/shared";
import { Lead, Panel } from "@/ui/bench";
import { Decisions } from "@/ui/decisions";
import { AccountBar } from "@/ui/figures/account-bar";
import { DayBars } from "@/ui/figures/day-bars";
import { Figure } from "@/ui/figures/figure";
import { Link } from "@/ui/link";
import { RecordTable } from "@/ui/table/record";
import { houseAsItStands, outlookAsItStands } from "../read";

export const metadata: Metadata = { title: "Today" };

export default async function Today() {
  const s = await houseAsItStands();
  const list = decisions(s);
  const [day, outlook] = await Promise.all([
    onceFor(asRead(s), "day", () => dayAccount(houseDatabase(), s)),
    outlookAsItStands(),
  ]);
  const ahead = outlook?.ahead ?? null;
  return (
    <>
      <Lead title="Today">
        <span>
          <Figure
            value={String(list.length)}
            unit={list.length === 1 ? "thing to decide" : "things to decide"}
          />
        </span>
        {s.vessels.length > 0 && (
          <Figure
            value={massFigureG(
              s.vessels.reduce((g, p) => g + p.grams, 0),
              0,
            )}
            unit={`${unitOf("kg")} in ${plural(s.vessels.length, vesselWord(s.vessels))}`}
            tone="mass"
          />
        )}
      </Lead>
      <Decisions
        list={list}
        none="Nothing wants deciding now. Record a pull in the Yard bay when supers come in."
      />
      <div className="mt-4 grid gap-4 lg:grid-cols-2">
        <Panel title="Today's kilograms">
          <DayBars rows={day} />
        </Panel>
        {outlook && (
          <Panel title="Plan against the day">
            <p>
              {ahead === null && (
                <b className="text-go">
                  {outlook.stay
                    ? `The floor is shut; ${plural(outlook.stay, "box", "boxes")} for another day.`
                    : "Everything is spun."}
                </b>
              )}
              {ahead?.finish && (
                <>
                  {outlook.starts
                    ? `The floor starts at ${outlook.starts}; done by about`
                    : "At this pace done by about"}{" "}
                  <b className="text-[20px] text-go">{ahead.finish}</b>
                  <span className="text-ink-2"> ({span(ahead.from, ahead.to)}, 80 %)</span>;{" "}
                  <b>{ahead.bottleneck}</b> holds the day up.
                </>
              )}
              {ahead && !ahead.finish && (
                <b className="text-stop">
                  The shifts end before the work does
                  {ahead.boxesLeft > 0 &&
                    `: ${ahead.boxesLeft === 1 ? "one box stays" : `${ahead.boxesLeft} boxes stay`} for tomorrow`}
                  .
                </b>
              )}{" "}
              <Link href="/spin?do=day" className="font-semibold">
                The plan
              </Link>
            </p>
            {outlook.stations.length > 0 && (
              <RecordTable
                rows={outlook.stations}
                keyOf={(r) => r.station}
                columns={[
                  { head: "Station", cell: (r) => r.station },
                  { head: "By plan by now", figure: true, cell: (r) => r.planned },
                  { head: "Done", figure: true, cell: (r) => r.actual },
                ]}
              />
            )}
          </Panel>
        )}
        <Panel title="Open batches">
          {s.openBatches.length === 0 && <p className="text-ink-2">No batch is open.</p>}
          {s.openBatches.map((b) => (
            <div key={b.id} className="mb-4">
              <p className="mb-1.5">
                <Link href={`/trace/batch/${b.number}`} className="font-bold">
                  Batch {b.number}
                </Link>
                , {b.combs.filter((c) => c.spun_entry !== null).length} of {plural(b.combs.length, "super")}{" "}
                spun and weighed back
              </p>
              <AccountBar account={b.account} />
            </div>
          ))}
        </Panel>
      </div>
    </>
  );
}
