import type { Metadata } from "next";
import { massFigureG, unitOf } from "@/house/language/shown";
import { plural } from "@/house/language/spoken";
import { settling, vesselWord } from "@/house/settle/settling";
import { decisions } from "@/house/standing/decisions";
import { shelved } from "@/house/store/view";
import { Lead, Panel } from "@/ui/bench";
import { Decisions } from "@/ui/decisions";
import { Figure } from "@/ui/figures/figure";
import { Shelf } from "@/ui/figures/shelf";
import { houseAsItStands } from "../../read";

export const metadata: Metadata = { title: "Settle" };

export default async function Settle() {
  const s = await houseAsItStands();
  const standing = settling(s);
  return (
    <>
      <Lead title="Settle">
        <Figure
          value={massFigureG(standing.reduce((g, p) => g + p.grams, 0))}
          unit={`${unitOf("kg")} standing in ${plural(standing.length, vesselWord(standing))}`}
          tone="mass"
        />
        <span className="text-ink-2">{s.house.settle_hours} h before the scum is taken off</span>
      </Lead>
      <Decisions list={decisions(s).filter((d) => d.bay === "Settle")} none="Nothing is standing to clear." />
      <Panel title="Standing to clear" className="mt-4">
        {standing.length === 0 ? (
          <p className="text-ink-2">
            Freshly filled vessels stand here until wax and bubbles have risen; then they move to the Store by
            themselves.
          </p>
        ) : (
          <Shelf vessels={shelved(s, standing)} />
        )}
      </Panel>
    </>
  );
}
