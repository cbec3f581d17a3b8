import { z } from "zod";
import { refuse } from "../../language/errors";
import { list, massKgOrNone, note, number, tempC, text } from "../../language/fields";
import { massG } from "../../language/shown";
import { spoken } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { poured, SIDES } from "../../moves/pouring";
import { meshesNamed } from "../records";

export const strain = defineCommand({
  name: "strain",
  summary: "Strain honey from vessels into others through one or more meshes",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    ...SIDES,
    /** In the order honey passes them. */
    meshes: list("The meshes", text("A mesh", 30), 4),
    minutes: number("How long it took", 0.5, 1440, "min").optional(),
    honeyC: tempC("The honey's temperature", 5, 60).optional(),
    headCm: number("Honey over the mesh", 0.5, 100, "cm").optional(),
    /** What stayed in the mesh, weighed; by difference when left out. */
    keptKg: massKgOrNone("What stayed in the mesh", 50).optional(),
    /** Why kept-apart honey meets other honey, or more arrived than left. */
    despite: note("The reason"),
  }),
  async run(work, input) {
    const through = await meshesNamed(work.tx, input.meshes);
    const twice = input.meshes.findIndex((m, i) => input.meshes.indexOf(m) !== i);
    if (twice !== -1) refuse("twice", `${input.meshes[twice]} is named twice.`, `meshes.${twice}`);
    const wider = through.findIndex((m, i) => i > 0 && m.opening_um > (through[i - 1]?.opening_um ?? 0));
    if (wider !== -1)
      refuse(
        "coarser-behind",
        `${through[wider]?.name} is coarser than the mesh before it: name them as honey passes them, coarse first.`,
        `meshes.${wider}`,
      );
    const broken = through.find((m) => m.care === "broken");
    if (broken)
      refuse(
        "broken-mesh",
        `Mesh ${broken.name} was found broken: take another, or look at it again.`,
        "meshes",
      );
    const because = `it was strained through ${spoken(through.map((m) => m.name))}`;
    const { fills, ...told } = await poured(work, {
      from: input.from,
      to: input.to,
      cause: "strainer and cloth",
      honeyC: input.honeyC ?? 25,
      despite: input.despite,
      keptKg: input.keptKg,
    });
    await work.restOn(through, because);
    const all = fills.reduce((g, f) => g + f.grams, 0);
    await work.noteMany(
      "strained",
      fills.map((f) => ({
        fill_id: f.fillId,
        mesh_ids: through.map((m) => m.id),
        grams: f.grams,
        minutes: input.minutes ?? null,
        temp_c: input.honeyC ?? null,
        head_cm: input.headCm ?? null,
        water_pct: null,
        kept_g: Math.round((told.lostGrams * f.grams) / Math.max(1, all)),
      })),
    );
    if (input.honeyC !== undefined)
      await work.noteMany(
        "vessel_warmth",
        fills.map((f) => ({ fill_id: f.fillId, temp_c: input.honeyC })),
      );
    return { ...told, through: through.map((m) => m.name) };
  },
  say: ({ from, to, grams, lostGrams, through }, { minutes }) =>
    `${massG(grams)} from ${spoken(from.map((f) => f.name))} strained into ${spoken(to.map((t) => t.name))} through ${spoken(through)}${minutes === undefined ? "" : ` in ${minutes} min`}; ${lostGrams > 0 ? `${massG(lostGrams, 2)} stayed in the mesh` : "nothing stayed in the mesh"}. It stands to clear anew.`,
  grams: ({ grams }) => grams,
});
