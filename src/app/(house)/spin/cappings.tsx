import { TOOLS } from "@/core/dayplan";
import { massFigure, unitOf } from "@/house/language/shown";

import type { FloorView } from "@/house/spin/view";
import { Caution, Panel } from "@/ui/bench";
import { CommandForm } from "@/ui/fields/command-form";
import type { FieldSpec } from "@/ui/fields/spec";
import { RecordTable } from "@/ui/table/record";

const WAYS = [
  { value: "drained", label: "drained" },
  { value: "spun", label: "spun in a bag" },
  { value: "pressed", label: "pressed" },
  { value: "warmed", label: "warmed (kept apart)" },
];

/** Cappings into bins, honey out of them, wax weighed. */
export function Cappings({
  floor,
  batchField,
}: {
  floor: FloorView;
  batchField: readonly FieldSpec<"batch">[];
}) {
  const { bins, cappings } = floor;
  const planned = floor.plan?.uncappers.map((u) => u.tool) ?? [];
  const bin: FieldSpec<"bin"> = {
    name: "bin",
    label: "Bin",
    placeholder: "1",
    span: 1,
    offers: bins.map((b) => b.tag),
  };
  return (
    <>
      <Panel title="What goes into the cappings" className="mb-3">
        <p className="mb-2">
          {bins.length === 0
            ? "No bin holds cappings now."
            : `${bins.map((b) => `Bin ${b.tag} holds ${b.kg} ${unitOf("kg")}`).join("; ")}.`}
        </p>
        <RecordTable
          rows={cappings}
          keyOf={(c) => c.tool}
          columns={[
            {
              head: "Uncapped with",
              cell: (c) => (
                <>
                  {TOOLS[c.tool].name}
                  {planned.includes(c.tool) && (
                    <span className="font-normal text-ink-2">, in today's plan</span>
                  )}
                </>
              ),
            },
            { head: "Of the harvest, %", figure: true, cell: (c) => c.pct.toFixed(0) },
            {
              head: `Of what still waits, ${unitOf("kg")}`,
              figure: true,
              cell: (c) => massFigure((floor.boxes.reduce((kg, b) => kg + b.kg, 0) * c.pct) / 100),
            },
            {
              head: "Known from",
              cell: (c) =>
                c.learntFrom === 0
                  ? "common practice"
                  : `practice and ${c.learntFrom === 1 ? "one batch" : `${c.learntFrom} batches`} of this house`,
            },
          ]}
        />
      </Panel>
      <CommandForm
        command="fill-bin"
        label="Weigh the bin"
        fields={[bin, { name: "grossKg", label: "It weighs", unit: "kg", kind: "figure" }, ...batchField]}
      />
      <CommandForm
        command="drain-bin"
        label="Book the honey won"
        fields={[
          bin,
          { name: "way", label: "Won by", kind: "choice", options: WAYS },
          { name: "kg", label: "Honey", unit: "kg", kind: "figure", span: 1 },
        ]}
      />
      <CommandForm
        command="weigh-wax"
        label="Weigh the wax, empty the bin"
        fields={[bin, { name: "kg", label: "Wax", unit: "kg", kind: "figure", span: 1 }]}
      />
      <Caution>wax burns: water bath only, never an open flame, never unattended.</Caution>
      <CommandForm
        command="add-bins"
        label="Set up bins"
        fields={[
          { name: "tags", label: "Tags", placeholder: "1-3" },
          { name: "emptyKg", label: "Empty", unit: "kg", kind: "figure", span: 1 },
        ]}
      />
    </>
  );
}
