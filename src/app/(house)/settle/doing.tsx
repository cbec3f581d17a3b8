import { houseDatabase } from "@/house/door";
import { difference, massG, quantity } from "@/house/language/shown";
import { settleDesk } from "@/house/settle/desk";
import { FOUND, MESH_CARE, MESH_KINDS, SCHOOL_SAID, SETTLE_SCHOOLS } from "@/house/settle/kinds";
import { ceilingOf } from "@/house/settle/settling";
import type { Snapshot } from "@/house/standing/snapshot";
import { storeDesk } from "@/house/store/desk";
import { CAUTION, WARMER_KINDS } from "@/house/warmth/kinds";
import { lookOf } from "@/house/warmth/view";
import { Caution } from "@/ui/bench";
import { CommandForm } from "@/ui/fields/command-form";
import { Judged } from "@/ui/fields/judged";
import { WarmPlan } from "@/ui/settle";
import { Pour } from "@/ui/store";
import { holdingField } from "../holding";

export type SettleSearch = { do?: string; from?: string };

const CARE: Record<(typeof MESH_CARE)[number], string> = {
  washed: "washed, and drying",
  whole: "looked at: no wire broken",
  broken: "broken wires found",
};

/** What is done while honey clears: skimming, straining, measuring, looking. */
export async function SettleDoing({ search, s }: { search: SettleSearch; s: Snapshot }) {
  const doing = search.do ?? "";
  const vessel = holdingField(s, search.from);
  if (["skim", "strain", "warm", "inspect"].includes(doing) && s.vessels.length === 0)
    return <p className="panel mb-3">No vessel holds honey yet.</p>;
  if (doing === "skim")
    return (
      <CommandForm
        command="skim"
        label="Book the skimmings"
        fields={[
          vessel,
          { name: "kg", label: "Scum", unit: "kg", kind: "figure", hint: "estimated when left out", span: 1 },
          {
            name: "into",
            label: "Kept in",
            placeholder: "tub 1",
            hint: "to be melted again; gone when left out",
          },
          { name: "despite", label: "Put together all the same, because", span: 3, whenAsked: true },
        ]}
      />
    );
  if (doing === "warm")
    return (
      <CommandForm
        command="note-warmth"
        label="Note its temperature"
        keep={["vessel"]}
        fields={[
          vessel,
          {
            name: "tempC",
            label: "The honey is at",
            unit: "°C",
            kind: "figure",
            hint: "in the honey, not the room",
            span: 1,
          },
        ]}
      >
        <Caution>
          hot honey scalds and sticks; electricity and water jackets keep apart. Lids on while it warms.
        </Caution>
      </CommandForm>
    );
  if (doing === "inspect")
    return (
      <CommandForm
        command="inspect"
        label="Looked at"
        fields={[
          vessel,
          {
            name: "found",
            label: "Found",
            kind: "choice",
            options: FOUND.map((value) => ({
              value,
              label: value === "nothing" ? "nothing: clear, clean, smells right, lid on" : value,
            })),
            span: 3,
          },
          { name: "why", label: "What was seen", span: 3 },
        ]}
      />
    );
  if (doing === "strain") {
    const [desk, { meshes, timed }] = await Promise.all([
      storeDesk(houseDatabase(), s),
      settleDesk(houseDatabase()),
    ]);
    if (meshes.length === 0)
      return <p className="panel mb-3">No mesh is set up yet: set one up under Other, with its opening.</p>;
    return (
      <>
        <Caution>
          what was rinsed dries first: {quantity(0.1, "L")} of water left in a pail is 0.3 points more in its
          honey. Drop no scrapings through.
        </Caution>
        <Judged commands={["strain"]}>
          <Pour
            key={search.from ?? ""}
            vessels={desk.vessels}
            causes={["strainer and cloth"]}
            chosen={search.from ? [search.from] : []}
            rules={{ targetPct: s.house.target_pct, limitPct: s.house.limit_pct }}
            strain={{ meshes, timed }}
          />
        </Judged>
      </>
    );
  }
  if (doing === "heat") {
    const still = s.vessels.filter((v) => !v.warming);
    if (s.warmth.warmers.length === 0)
      return (
        <p className="panel mb-3">
          Nothing is set up to warm honey in: set it up under Other, with how warm it is set. A tub or a jar
          goes into a water bath the same way.
        </p>
      );
    if (still.length === 0) return <p className="panel mb-3">No vessel stands outside the warmth.</p>;
    return (
      <>
        <Judged commands={["warm-vessels"]}>
          <WarmPlan
            vessels={still.map((v) => ({
              name: v.name,
              says: `${massG(v.grams)}, ${lookOf(v) ?? "not looked at"}`,
              kind: v.kind,
              diameterCm: v.diameterCm,
              grams: v.grams,
              fromC: v.told.warmth.at(-1)?.temp_c ?? null,
              look: lookOf(v),
              ceilingC: ceilingOf(s.settle, v.blooms),
            }))}
            warmers={s.warmth.warmers.map((w) => ({
              name: w.name,
              tempC: w.tempC,
              spreadC: w.spreadC,
              free: Math.max(0, w.places - w.inIt.length),
            }))}
            nowMs={s.now.getTime()}
            zone={s.house.zone}
          />
        </Judged>
        <Caution>{[...new Set(s.warmth.warmers.map((w) => CAUTION[w.kind]))].join(" ")}</Caution>
      </>
    );
  }
  if (doing === "cool") {
    const warm = s.vessels.filter((v) => v.warming);
    const from = search.from ?? "";
    return (
      <CommandForm
        command="cool-vessels"
        label="Out of the warmth"
        fields={[
          {
            name: "vessels",
            label: "Which come out",
            kind: "ticks",
            options: warm.map((v) => ({ value: v.name, label: `${v.name}, ${massG(v.grams)}` })),
            value: warm
              .filter((v) => v.name === from || v.warming?.warmer === from)
              .map((v) => v.name)
              .join(","),
          },
          {
            name: "tempC",
            label: "The honey is at",
            unit: "°C",
            kind: "figure",
            hint: "where it was measured",
            span: 1,
          },
        ]}
      >
        <Caution>
          a warm pail is slippery and its honey runs: lid on, two hands, two people for a full one.
        </Caution>
      </CommandForm>
    );
  }
  if (doing === "warmer")
    return (
      <CommandForm
        command="set-warmer"
        label="Set it so"
        fields={[
          {
            name: "name",
            label: "Its name",
            placeholder: "cabinet",
            offers: s.warmth.warmers.map((w) => w.name),
            hint: "one that is there already is set anew",
          },
          {
            name: "kind",
            label: "Kind",
            kind: "choice",
            options: WARMER_KINDS.map((value) => ({ value, label: value })),
          },
          { name: "tempC", label: "Set to", unit: "°C", kind: "figure", span: 1 },
          {
            name: "spreadC",
            label: "Strays by",
            kind: "choice",
            value: "2",
            options: ["1", "2", "3", "5", "8"].map((value) => ({
              value,
              label: `±${difference(Number(value), "°C", 0)}`,
            })),
          },
          { name: "places", label: "Holds", kind: "figure", span: 1, value: "6", hint: "vessels at once" },
        ]}
      />
    );
  if (doing === "ceiling")
    return (
      <CommandForm
        command="set-ceiling"
        label="Never warmer"
        fields={[
          {
            name: "kind",
            label: "Honey of",
            placeholder: "lime",
            offers: [
              ...new Set(s.vessels.flatMap((v) => v.blooms.map((b) => b.what).filter((b) => b !== ""))),
            ],
            hint: "as its bloom is called",
          },
          {
            name: "ceilingC",
            label: "Never warmer than",
            unit: "°C",
            kind: "figure",
            hint: "no ceiling when left out",
          },
        ]}
      />
    );
  if (doing === "school")
    return (
      <CommandForm
        command="set-batch-school"
        label="Strain it so"
        fields={[
          { name: "batch", label: "Batch", kind: "figure", span: 1 },
          {
            name: "school",
            label: "Its honey is",
            kind: "choice",
            span: 3,
            options: SETTLE_SCHOOLS.map((value) => ({ value, label: SCHOOL_SAID[value] })),
          },
        ]}
      />
    );
  if (doing === "mesh")
    return (
      <CommandForm
        command="add-mesh"
        label="Set the mesh up"
        fields={[
          { name: "name", label: "Name", placeholder: "fine sieve" },
          {
            name: "kind",
            label: "Kind",
            kind: "choice",
            options: MESH_KINDS.map((value) => ({ value, label: value })),
          },
          { name: "openingUm", label: "Opening", unit: "µm", kind: "figure", span: 1, hint: "400 is 0.4 mm" },
          { name: "areaDm2", label: "Wetted", unit: "dm²", kind: "figure", span: 1, value: "3" },
        ]}
      />
    );
  if (doing === "care") {
    const { meshes } = await settleDesk(houseDatabase());
    if (meshes.length === 0) return <p className="panel mb-3">No mesh is set up yet.</p>;
    return (
      <CommandForm
        command="tend-mesh"
        label="Note it"
        keep={["mesh"]}
        fields={[
          {
            name: "mesh",
            label: "Mesh",
            kind: "choice",
            options: meshes.map((m) => ({ value: m.name, label: `${m.name}, ${m.says}` })),
            span: 3,
          },
          {
            name: "what",
            label: "It was",
            kind: "choice",
            options: MESH_CARE.map((value) => ({ value, label: CARE[value] })),
            span: 3,
          },
        ]}
      />
    );
  }
  return null;
}
