import { z } from "zod";
import { gramsFromKg } from "@/core/units";
import { brimfulGrams } from "@/core/vessels";
import { knownFrom } from "../../language/clock";
import { refuse } from "../../language/errors";
import { choice, massKg, note, number, since } from "../../language/fields";
import { tags } from "../../language/ranges";
import { asWritten } from "../../language/shown";
import { capital, spoken } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { HONEY_VESSELS } from "../../ledger/kinds";
import { setUpVessels } from "../set-up";

/** What stands for the empty weight of a vessel that cannot be weighed: nothing is ever reckoned with it. */
const NO_WEIGHT_G = 1;

/** A vessel as it is kept, from what was told of it. */
export const asVessel = (told: {
  readonly emptyKg?: number | undefined;
  readonly holdsKg?: number | undefined;
  readonly holdsL?: number | undefined;
  readonly diameterCm?: number | undefined;
  readonly heightCm?: number | undefined;
  readonly contact: string;
}) => ({
  empty_g: told.emptyKg === undefined ? NO_WEIGHT_G : gramsFromKg(told.emptyKg),
  weighable: told.emptyKg !== undefined,
  capacity_g: told.holdsKg === undefined ? brimfulGrams(told.holdsL ?? 0, null) : gramsFromKg(told.holdsKg),
  capacity_l: told.holdsL ?? null,
  diameter_cm: told.diameterCm ?? null,
  height_cm: told.heightCm ?? null,
  note: told.contact,
});

export const addVessels = defineCommand({
  name: "add-vessels",
  summary: "Set up drums, tanks, tubs or pails: what they hold, how wide they are, their empty weight",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    kind: choice("The kind", HONEY_VESSELS),
    /** A run such as 1-4, or a list; with or without the letter of its kind. */
    tags: z.union([z.string().max(36_000), z.array(z.union([z.string(), z.number()])).max(2000)], {
      error: "The tags are missing.",
    }),
    /** Left out, it cannot be weighed: it is read by its level, or by what the others weigh. */
    emptyKg: massKg("The empty weight", 2000).optional(),
    holdsKg: massKg("What it holds", 5000).optional(),
    holdsL: number("What it holds", 0.5, 4000, "L").optional(),
    diameterCm: number("Its diameter", 5, 400, "cm").optional(),
    heightCm: number("Its height", 5, 300, "cm").optional(),
    place: note("Where it stands", 40),
    /** What it may touch: "food-grade, 2024". */
    contact: note("Food contact", 100),
    since: since(),
  }),
  async run(work, input) {
    if (input.holdsKg === undefined && input.holdsL === undefined)
      refuse("no-size", "Say what it holds, in kilograms or in litres.", "holdsKg");
    const read = tags(input.kind).safeParse(input.tags);
    if (!read.success) refuse("bad-input", read.error.issues[0]?.message ?? "That is no tag.", "tags");
    const ids = await setUpVessels(work, input.kind, read.data, {
      ...asVessel(input),
      known_from: knownFrom(work.house.zone, input.since),
    });
    if (input.place !== "")
      await work.noteMany(
        "vessel_place",
        ids.map((vessel_id) => ({ vessel_id, place: input.place })),
      );
    return { kind: input.kind, tags: read.data };
  },
  say: ({ kind, tags: list }, { emptyKg, holdsKg, holdsL, place }) =>
    `${capital(kind)}${list.length === 1 ? "" : "s"} ${spoken(list)} set up: ${[
      emptyKg === undefined ? "not weighed" : `${asWritten(emptyKg, "kg")} empty`,
      holdsKg === undefined
        ? `room for ${asWritten(holdsL ?? 0, "L")}`
        : `room for ${asWritten(holdsKg, "kg")}`,
      place,
    ]
      .filter((s) => s !== "")
      .join(", ")}.`,
});
