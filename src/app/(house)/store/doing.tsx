import { FAULTS } from "@/core/honey/grade";
import { houseDatabase } from "@/house/door";
import { mass } from "@/house/language/shown";
import { HONEY_VESSELS } from "@/house/ledger/kinds";
import { MOVE_LOSSES } from "@/house/moves/pouring";
import { LOSS_CAUSES } from "@/house/spin/commands/record-loss";
import type { Snapshot } from "@/house/standing/snapshot";
import { storeDesk } from "@/house/store/desk";
import { keptSamples } from "@/house/store/kept";
import { SAMPLE_ENDS, SAMPLE_ENDS_SAID } from "@/house/store/sample-ends";
import { Caution } from "@/ui/bench";
import { CommandForm } from "@/ui/fields/command-form";
import { Judged } from "@/ui/fields/judged";
import { Blend, Pour, Receive, StockTake } from "@/ui/store";
import { holdingField } from "../holding";

export type StoreSearch = { do?: string; from?: string; sample?: string };

/** What is done in the Store: pouring, taking in honey from outside, setting vessels up. */
export async function StoreDoing({ search, s }: { search: StoreSearch; s: Snapshot }) {
  const holding = holdingField(s, search.from);
  if (
    ["read", "colour", "lost", "place", "look", "taste", "sample", "mixed", "blend", "lab"].includes(
      search.do ?? "",
    ) &&
    s.vessels.length === 0
  )
    return <p className="panel mb-3">No vessel holds honey yet.</p>;
  if (search.do === "read")
    return (
      <CommandForm
        command="read-moisture"
        label="Enter the reading"
        keep={["vessel"]}
        fields={[
          holding,
          { name: "value", label: "It reads", kind: "figure", hint: "as the instrument shows it", span: 1 },
          { name: "tempC", label: "Sample at", unit: "°C", kind: "figure", value: "20", span: 1 },
        ]}
      />
    );
  if (search.do === "colour")
    return (
      <CommandForm
        command="read-colour"
        label="Enter the colour"
        keep={["vessel"]}
        fields={[
          holding,
          {
            name: "pfundMm",
            label: "Colour",
            unit: "mm Pfund",
            kind: "figure",
            hint: "grader or comparator",
            span: 1,
          },
          {
            name: "absorbance",
            label: "or absorbance",
            kind: "figure",
            hint: "50 % in water, 1 cm",
            span: 1,
          },
        ]}
      />
    );
  if (search.do === "look")
    return (
      <CommandForm
        command="note-look"
        label="Looked at"
        keep={["vessel"]}
        fields={[
          holding,
          {
            name: "look",
            label: "Its honey is",
            kind: "choice",
            options: [
              { value: "clear", label: "clear" },
              { value: "cloudy", label: "cloudy" },
              { value: "half", label: "half set" },
              { value: "solid", label: "set through" },
            ],
          },
        ]}
      />
    );
  if (search.do === "taste") {
    const faults = FAULTS.map((value) => ({ value, label: value }));
    return (
      <CommandForm
        command="taste"
        label="Note it"
        keep={["vessel"]}
        fields={[
          holding,
          {
            name: "words",
            label: "It smells and tastes",
            placeholder: "mint, grass, a little resin",
            span: 3,
          },
          { name: "flavour", label: "Faults of flavour", kind: "choice", options: faults },
          { name: "particles", label: "What floats in it", kind: "choice", options: faults },
          { name: "clarity", label: "Cloudiness", kind: "choice", options: faults, hint: "not in set honey" },
        ]}
      />
    );
  }
  if (search.do === "lab")
    return (
      <CommandForm
        command="note-lab"
        label="Enter it"
        keep={["vessel"]}
        fields={[
          holding,
          { name: "glucosePct", label: "Glucose", unit: "%", kind: "figure", span: 1 },
          { name: "yeastPerG", label: "Yeasts in a gram", kind: "figure", span: 1 },
        ]}
      />
    );
  if (search.do === "sample")
    return (
      <CommandForm
        command="keep-sample"
        label="Keep it back"
        keep={["place", "until"]}
        fields={[
          holding,
          { name: "kg", label: "Sample", unit: "kg", kind: "figure", value: "0.25", span: 1 },
          { name: "place", label: "Kept in", placeholder: "cellar, shelf 2" },
          { name: "until", label: "Until", kind: "day", hint: "left out, for good" },
        ]}
      />
    );
  if (search.do === "gone") {
    const samples = await keptSamples(houseDatabase(), s);
    if (samples.length === 0) return <p className="panel mb-3">No sample is kept back.</p>;
    const asked = samples.find((x) => String(x.id) === search.sample);
    return (
      <CommandForm
        command="sample-gone"
        label="It is gone"
        fields={[
          {
            name: "sample",
            label: "Sample",
            kind: "choice",
            options: samples.map((x) => ({
              value: String(x.id),
              label: `${x.title}, ${x.mass} in ${x.place}, ${x.until ? `until ${x.until}` : "for good"}`,
            })),
            ...(asked ? { value: String(asked.id) } : {}),
            span: 3,
          },
          {
            name: "what",
            label: "What became of it",
            kind: "choice",
            options: SAMPLE_ENDS.map((value) => ({ value, label: SAMPLE_ENDS_SAID[value] })),
          },
          { name: "note", label: "Note" },
        ]}
      />
    );
  }
  if (search.do === "air")
    return (
      <CommandForm
        command="note-place-air"
        label="Note the air"
        keep={["place"]}
        fields={[
          {
            name: "place",
            label: "Where",
            placeholder: "store",
            offers: [...new Set(s.vessels.map((v) => v.place).filter((p) => p !== ""))],
          },
          { name: "tempC", label: "It is", unit: "°C", kind: "figure", span: 1 },
          { name: "humidityPct", label: "Humidity", unit: "%", kind: "figure", span: 1 },
        ]}
      />
    );
  if (search.do === "blend") {
    const { vessels } = await storeDesk(houseDatabase(), s);
    // Tanks and drums first: a blend is seldom made in a pail.
    const large = (name: string): number =>
      ["tank", "drum", "tub", "pail"].findIndex((k) => name.startsWith(k));
    return (
      <Judged commands={["blend-honey"]}>
        <Blend
          into={vessels
            .map((v) => ({ name: v.name, heldG: v.heldG, holdsG: v.holdsG }))
            .sort((a, b) => large(a.name) - large(b.name) || a.heldG - b.heldG)
            .slice(0, 80)}
          owners={[...new Set(s.vessels.flatMap((v) => v.owners.filter((o) => o !== "")))]}
          blooms={[...new Set(s.vessels.flatMap((v) => v.blooms.map((b) => b.what).filter((b) => b !== "")))]}
          limitPct={s.house.limit_pct}
        />
      </Judged>
    );
  }
  if (search.do === "mixed")
    return (
      <CommandForm
        command="check-mix"
        label="Read top and bottom"
        fields={[
          holding,
          { name: "topPct", label: "Water at the top", unit: "%", kind: "figure", span: 1 },
          { name: "bottomPct", label: "at the bottom", unit: "%", kind: "figure", span: 1 },
        ]}
      />
    );
  if (search.do === "stock") {
    const { vessels } = await storeDesk(houseDatabase(), s);
    return (
      <Judged commands={["take-stock"]}>
        <StockTake
          places={[...new Set(s.vessels.map((v) => v.place).filter((p) => p !== ""))]}
          place={search.from ?? ""}
          vessels={vessels.map((v) => {
            const held = s.vessels.find((h) => h.name === v.name);
            return {
              name: v.name,
              place: held?.place ?? "",
              heldG: v.heldG,
              emptyG: v.emptyG,
              weighable: v.weighable,
            };
          })}
        />
      </Judged>
    );
  }
  if (search.do === "lost")
    return (
      <CommandForm
        command="record-loss"
        label="Book the loss"
        keep={["vessel"]}
        fields={[
          holding,
          { name: "kg", label: "Lost", unit: "kg", kind: "figure", span: 1 },
          {
            name: "cause",
            label: "Cause",
            kind: "choice",
            options: LOSS_CAUSES.map((c) => ({ value: c, label: c })),
          },
        ]}
      />
    );
  if (search.do === "place")
    return (
      <CommandForm
        command="place-vessel"
        label="Put it there"
        fields={[holding, { name: "place", label: "It stands in", placeholder: "store, north wall" }]}
      />
    );
  if (search.do === "vessels")
    return (
      <CommandForm
        command="add-vessels"
        label="Set up the vessels"
        keep={["kind"]}
        fields={[
          {
            name: "kind",
            label: "Kind",
            kind: "choice",
            options: [...HONEY_VESSELS].reverse().map((k) => ({ value: k, label: k })),
            value: "drum",
          },
          { name: "tags", label: "Tags", placeholder: "1-4", hint: "a run such as 1-4, or names" },
          {
            name: "emptyKg",
            label: "Weighs empty",
            unit: "kg",
            kind: "figure",
            hint: "left out: cannot be weighed",
          },
          { name: "holdsKg", label: "Holds", unit: "kg", kind: "figure", hint: "or litres" },
          { name: "holdsL", label: "or holds", unit: "L", kind: "figure" },
          {
            name: "diameterCm",
            label: "Diameter",
            unit: "cm",
            kind: "figure",
            hint: "then its level tells its honey",
          },
          { name: "heightCm", label: "Height", unit: "cm", kind: "figure", hint: "floor to rim", span: 1 },
          { name: "place", label: "Stands in", placeholder: "warm room" },
          { name: "contact", label: "Food contact", placeholder: "food-grade, lined 2024", span: 3 },
          { name: "since", label: "Here since", kind: "day", hint: "left out, since ever" },
        ]}
      />
    );
  if (search.do !== "pour" && search.do !== "came") return null;
  const { vessels, suppliers } = await storeDesk(houseDatabase(), s);
  if (search.do === "pour")
    return (
      <>
        <Judged commands={["move-honey"]}>
          <Pour
            vessels={vessels}
            causes={MOVE_LOSSES}
            chosen={(search.from ?? "").split(",").filter((t) => t !== "")}
            rules={{ targetPct: s.house.target_pct, limitPct: s.house.limit_pct }}
          />
        </Judged>
        <Caution>
          a full pail is {mass(27, 0)} and more: two lift it, or a hoist. Shut the gate before you look away.
        </Caution>
      </>
    );
  return (
    <Judged commands={["receive-honey"]}>
      <Receive vessels={vessels} suppliers={suppliers} />
    </Judged>
  );
}
