import type { FloorView } from "@/house/spin/view";
import { Caution, Panel } from "@/ui/bench";
import { CommandForm } from "@/ui/fields/command-form";
import { RecordTable } from "@/ui/table/record";

const lasts = (min: number): string => (min >= 120 ? `${(min / 60).toFixed(1)} h` : `${Math.round(min)} min`);

/** Honey won without a machine: crushed, pressed, hung to drain, cut out; and what this house has learnt of it. */
export function ByHand({ stations }: { stations: FloorView["handStations"] }) {
  const [crush, press] = [
    stations.find((h) => h.way === "crush")?.leftPct ?? 0,
    stations.find((h) => h.way === "press")?.leftPct ?? 0,
  ];
  return (
    <>
      <Panel title="Without a machine" className="mb-3">
        <RecordTable
          rows={stations}
          keyOf={(h) => h.way}
          columns={[
            { head: "Way", cell: (h) => h.name },
            { head: "Frames at a time", figure: true, cell: (h) => h.slots },
            { head: "They take", figure: true, cell: (h) => lasts(h.runMin) },
            { head: "Stays in the comb, %", figure: true, cell: (h) => h.leftPct.toFixed(0) },
            { head: "The comb", cell: (h) => (h.combLost ? "lost" : "kept") },
            {
              head: "Known from",
              cell: (h) =>
                h.timesFrom + h.yieldsFrom === 0
                  ? "common practice"
                  : `practice, ${h.timesFrom} timed and ${h.yieldsFrom} weighed here`,
            },
          ]}
        />
      </Panel>
      <Caution>knives and press screws: cut away from your hand, fingers out before it turns.</Caution>
      <CommandForm
        command="crush-combs"
        label="Book the crushed combs"
        fields={[
          { name: "supers", label: "Supers of the batch", placeholder: "41, 42" },
          {
            name: "way",
            label: "They were",
            kind: "choice",
            options: [
              { value: "crushed", label: "crushed and strained" },
              { value: "pressed", label: "pressed" },
            ],
            span: 3,
          },
          {
            name: "leftKg",
            label: "Stayed in it",
            unit: "kg",
            kind: "figure",
            hint: `${crush.toFixed(0)} or ${press.toFixed(0)} % if left out`,
            span: 2,
          },
          {
            name: "minutes",
            label: "It took",
            unit: "min",
            kind: "figure",
            hint: "first comb to last drop",
            span: 2,
          },
        ]}
      />
      <CommandForm
        command="weigh-spun-super"
        label="Weigh back a drained super"
        fields={[
          { name: "super", label: "Super", placeholder: "41", span: 1 },
          { name: "hungH", label: "Hung to drain", unit: "h", kind: "figure", span: 2 },
          { name: "grossKg", label: "Now it weighs", unit: "kg", kind: "figure" },
        ]}
      />
      <CommandForm
        command="cut-comb"
        label="Cut the comb"
        fields={[
          { name: "super", label: "Super waiting", placeholder: "41", span: 1 },
          { name: "pieces", label: "Pieces", kind: "figure", span: 1 },
          { name: "pieceG", label: "Each", unit: "g", kind: "figure", span: 1 },
          { name: "kg", label: "All together, drained", unit: "kg", kind: "figure" },
          {
            name: "weightsG",
            label: "Or each piece, g",
            span: 3,
            hint: "312 298 341: sold by its own weight",
          },
          { name: "despite", label: "Why it goes into jars all the same", whenAsked: true, span: 3 },
        ]}
      />
    </>
  );
}
