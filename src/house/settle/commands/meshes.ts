import { z } from "zod";
import { knownFrom } from "../../language/clock";
import { refuse } from "../../language/errors";
import { choice, count, number, since, text } from "../../language/fields";
import { capital, spoken } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { MESH_CARE, MESH_KINDS } from "../kinds";
import { lastWhole, meshes, meshesNamed, passedThrough } from "../records";

export const addMesh = defineCommand({
  name: "add-mesh",
  summary: "Set a strainer or cloth up: its opening and how much of it is wetted",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    name: text("The mesh's name", 30),
    kind: choice("The kind", MESH_KINDS),
    openingUm: count("The opening between its wires", 50, 3000),
    areaDm2: number("What of it is wetted", 0.1, 200, "dm²").default(3),
    since: since(),
  }),
  async run(work, input) {
    const there = (await meshes(work.tx)).some((m) => m.name.toLowerCase() === input.name.toLowerCase());
    if (there) refuse("exists", `There is a mesh "${input.name}" already.`, "name");
    await work.note("mesh", {
      name: input.name,
      kind: input.kind,
      opening_um: input.openingUm,
      area_dm2: input.areaDm2,
      known_from: knownFrom(work.house.zone, input.since),
    });
    return {};
  },
  say: (_, { name, kind, openingUm }) => `Mesh ${name} set up: ${kind}, ${openingUm} µm.`,
});

export const tendMesh = defineCommand({
  name: "tend-mesh",
  summary: "Note that a mesh was washed, looked at and whole, or found broken",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    mesh: text("The mesh", 30),
    what: choice("What was done or found", MESH_CARE),
  }),
  async run(work, { mesh: name, what }) {
    const [mesh] = await meshesNamed(work.tx, [name]);
    if (!mesh) refuse("unknown-mesh", `There is no mesh "${name}": set it up first.`, "mesh");
    await work.restOn(mesh, `mesh ${mesh.name} was looked after`);
    await work.note("mesh_care", { mesh_id: mesh.id, what });
    if (what !== "broken") return { held: [] as string[], lots: [] as string[] };
    // Wire may be in all that passed since it was last seen whole.
    const whole = await lastWhole(work.tx, mesh.id, work.at);
    const passed = await passedThrough(work.tx, mesh.id, whole);
    const held = passed.filter((p) => p.kind !== "lot");
    await work.noteMany(
      "inspection",
      passed.map(({ fill_id }) => ({
        fill_id,
        verdict: "held",
        found: `mesh ${mesh.name} was found broken: wire may be in it`,
      })),
    );
    return { held: held.map((h) => h.name), lots: passed.flatMap((p) => (p.kind === "lot" ? [p.name] : [])) };
  },
  say: ({ held, lots }, { mesh, what }) => {
    if (what === "washed") return `Mesh ${mesh} washed: let it dry before honey touches it.`;
    if (what === "whole") return `Mesh ${mesh} looked at: no wire is broken.`;
    if (held.length + lots.length === 0)
      return `Mesh ${mesh} is broken: nothing that is here passed it since it was last whole.`;
    return [
      `Mesh ${mesh} is broken.`,
      held.length > 0
        ? `${capital(spoken(held))} held, as what passed it since it was last whole: strain again through a whole one.`
        : "",
      lots.length > 0 ? `Jars were filled of it: keep back ${spoken(lots)}.` : "",
    ]
      .filter((t) => t !== "")
      .join(" ");
  },
});
