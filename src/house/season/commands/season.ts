import { z } from "zod";
import { seasonAt, seasonOf } from "@/core/season";
import { gramsFromKg } from "@/core/units";
import { dayIn, writtenDay } from "../../language/clock";
import { beside, refuse } from "../../language/errors";
import { count, day, massKg, note, number, text } from "../../language/fields";
import { mass } from "../../language/shown";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { materialNamed, seasonRules } from "../records";

export const setSeason = defineCommand({
  name: "set-season",
  summary: "Say when this house's year begins, how long records are kept, and what an hour costs",
  who: ["lead"],
  undo: "counter-entry",
  input: z.strictObject({
    /** "01-01", or "07-01" south of the line. */
    begins: z
      .string({ error: "The day the year begins is missing." })
      .max(10)
      .regex(/^\d{2}-\d{2}$/, "The day the year begins is month and day, such as 01-01 or 07-01."),
    keepYears: count("The years records are kept", 1, 50).default(6),
    hourCost: number("What an hour costs", 0, 10_000).optional(),
  }),
  async run(work, { begins, keepYears, hourCost }) {
    beside("begins", () => seasonOf(2027, begins));
    await work.note("season_rules", {
      begins_md: begins,
      keep_years: keepYears,
      hour_cost: hourCost ?? null,
    });
    return { season: seasonAt(dayIn(work.house.zone, work.at), begins).name };
  },
  say: ({ season }, { begins, keepYears, hourCost }) =>
    `The year begins on ${begins}: this is ${season}. Records are kept ${keepYears} years${hourCost === undefined ? "" : `; an hour costs ${hourCost.toFixed(2)}`}.`,
});

export const setGoal = defineCommand({
  name: "set-goal",
  summary: "Set the season's goal in kilograms",
  who: ["lead", "office"],
  undo: "counter-entry",
  input: z.strictObject({
    kg: massKg("The goal", 10_000_000),
    /** "one full drum" */
    words: note("In words", 60),
  }),
  async run(work, { kg, words }) {
    const { begins_md } = await seasonRules(work.tx);
    const season = seasonAt(dayIn(work.house.zone, work.at), begins_md).name;
    await work.note("season_goal", { season, goal_g: gramsFromKg(kg), words });
    return { season };
  },
  say: ({ season }, { kg, words }) => `Goal of ${season}: ${mass(kg)}${words ? `, ${words}` : ""}.`,
});

export const noteHours = defineCommand({
  name: "note-hours",
  summary: "Note hours worked on a day, for what honey costs",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    day: day("The day").optional(),
    hours: number("The hours, of all hands together", 0.1, 500, "h"),
    who: note("Who", 80),
    what: note("At what", 80),
  }),
  async run(work, input) {
    const on = input.day ?? dayIn(work.house.zone, work.at);
    if (on > dayIn(work.house.zone, work.now))
      refuse("in-the-future", "Hours are noted when they were worked.", "day");
    await work.note("work_hours", { day: on, hours: input.hours, who: input.who, what: input.what });
    return { on };
  },
  say: ({ on }, { hours, who, what }) =>
    `${hours} h worked on ${writtenDay(on)}${who ? ` by ${who}` : ""}${what ? `, ${what}` : ""}.`,
});

export const priceMaterial = defineCommand({
  name: "price-material",
  summary: "Say what a piece of a material costs",
  who: ["lead", "office"],
  undo: "counter-entry",
  input: z.strictObject({
    material: text("The material", 60),
    price: number("The price of a piece", 0, 100_000),
  }),
  async run(work, input) {
    const material = await materialNamed(work.tx, input.material);
    if (!material)
      refuse("unknown-material", `There is no "${input.material}" here: set it up first.`, "material");
    await work.restOn(material, `${material.name} was priced`);
    await work.note("material_price", { material_id: material.id, price: input.price });
    return { name: material.name };
  },
  say: ({ name }, { price }) => `A piece of ${name} costs ${price.toFixed(2)}.`,
});
