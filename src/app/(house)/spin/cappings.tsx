import { TOOLS } from "@/core/dayplan";
import type { FloorView } from "@/house/views/floor";
import { Caution } from "@/ui/bench";
import { CommandForm } from "@/ui/fields/command-form";
import type { FieldSpec } from "@/ui/fields/spec";

const WAYS = [
  { value: "drained", label: "drained" },
  { value: "spun", label: "spun in a bag" },
  { value: "pressed", label: "pressed" },
  { value: "warmed", label: "warmed (kept apart)" },
];

/** Cappings into bins, honey out of them, wax weighed. */
export function Cappings({
  bins,
  learnt,
  batchField,
}: {
  learnt: FloorView["cappingsShare"];
  bins: FloorView["bins"];
  batchField: readonly FieldSpec[];
}) {
  const bin: FieldSpec = {
    name: "bin",
    label: "Bin",
    placeholder: "1",
    span: 1,
    offers: bins.map((b) => b.tag),
  };
  return (
    <>
      <p className="panel mb-3">
        {bins.length === 0
          ? "No bin holds cappings."
          : bins.map((b) => `Bin ${b.tag}: ${b.kg} kg`).join("; ")}
        . Of a harvest the cappings hold about{" "}
        {Object.values(TOOLS)
          .map((t) => `${t.cappingsPct} % with the ${t.name}`)
          .join(", ")}{" "}
        (common practice)
        {learnt &&
          `; in this house ${learnt.pct.toFixed(0)} % of what came in, over ${learnt.batches} batches`}
        .
      </p>
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
