import type { Metadata } from "next";
import { houseDatabase } from "@/house/door";
import { massFigureG, unitOf } from "@/house/language/shown";
import { residueView } from "@/house/spin/residue";
import { asRead, decisions } from "@/house/standing/decisions";
import { onceFor } from "@/house/standing/shared";
import { Lead, Panel } from "@/ui/bench";
import { Decisions } from "@/ui/decisions";
import { Doings } from "@/ui/doings";
import { EmptyBay } from "@/ui/empty-bay";
import { Judged } from "@/ui/fields/judged";
import { Figure } from "@/ui/figures/figure";
import { RunCard } from "@/ui/floor";
import { Gate } from "@/ui/floor/gate";
import { ResidueChart } from "@/ui/floor/residue-chart";
import { floorAsItStands, houseAsItStands } from "../../read";
import { BatchPanel } from "./batch-panel";
import { benchOf, type SpinSearch, WORK } from "./doing";

export const metadata: Metadata = { title: "Spin" };

export default async function Spin({ searchParams }: { searchParams: Promise<SpinSearch> }) {
  const s = await houseAsItStands();
  const search = await searchParams;
  const [floor, residue] = await Promise.all([
    floorAsItStands(Number(search.batch) || undefined),
    onceFor(asRead(s), "residue", () => residueView(houseDatabase(), s)),
  ]);
  return (
    <>
      <Lead title="Spin">
        <Figure
          value={massFigureG(s.openBatches.reduce((g, b) => g + b.account.remainderGrams, 0))}
          unit={`${unitOf("kg")} in drum and combs, ${s.openBatches.length} open batch${s.openBatches.length === 1 ? "" : "es"}`}
          tone="mass"
        />
      </Lead>
      <Decisions
        list={decisions(s).filter((d) => d.bay === "Spin")}
        none={
          s.waiting.length > 0
            ? `${s.waiting.length === 1 ? "One super waits: choose it" : `${s.waiting.length} supers wait: choose some`} into a batch.`
            : "Nothing waits to be spun."
        }
      />
      <div className="mt-3">
        {floor.live.map((run) => (
          <Judged key={run.id} commands={["end-run"]}>
            <RunCard run={run} nowMs={floor.nowMs} />
          </Judged>
        ))}
        <div className="grid items-start gap-x-3 md:grid-cols-[repeat(auto-fit,minmax(260px,1fr))]">
          {floor.gates.map((g) => (
            <Judged key={g.machine ?? ""} commands={["swap-pail"]}>
              <Gate gate={g} nowMs={floor.nowMs} />
            </Judged>
          ))}
        </div>
      </div>
      <Doings bay="/spin" list={WORK.list} rest={WORK.rest} open={search.do} />
      {await WORK.opened(search.do, benchOf(s, floor, search))}
      <div className="grid gap-4">
        {s.openBatches.map((b) => (
          <BatchPanel key={b.id} batch={b} losses={floor.losses.filter((l) => l.fillId === b.fill_id)} />
        ))}
        {residue.points.length > 2 && (
          <Panel title="Left in the comb, by the honey's temperature">
            <ResidueChart {...residue} />
          </Panel>
        )}
        {s.openBatches.length === 0 && (
          <Panel title="No batch is open">
            <EmptyBay bay="Spin">
              A batch is everything spun together: choose supers, read them, weigh them back empty, and fill
              pails. What comes in and what goes out is kept to the gram.
            </EmptyBay>
          </Panel>
        )}
      </div>
    </>
  );
}
