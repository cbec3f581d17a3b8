import { z } from "zod";
import { againstSetting, SEED_MELTS_C, SEED_PCT, seedKg, stepsOf } from "@/core/honey/products";
import { refuse } from "../../language/errors";
import { choice, count, note, number, text } from "../../language/fields";
import { mass, temp } from "../../language/shown";
import { capital, spoken } from "../../language/spoken";
import { vesselName } from "../../language/vessel-name";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { someVessels } from "../../standing/vessels";
import { standingIn } from "../../vessels/standing-in";
import { oneLot, oneProductRun } from "../records";

const AGAINST = {
  unread: "its water was not read",
  dry: "it is drier than 17 %: it sets hard",
  wet: "it is wetter than 18 %: it may part or ferment",
  "not-clear": "it is not clear: coarse crystals go on growing, so warm it first",
} as const;

export const startSet = defineCommand({
  name: "start-set",
  summary: "Begin set honey: seeded and jarred cold, or stirred till it is pearly",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    vessel: vesselName("The vessel"),
    way: choice("The way", ["seeded", "stirred"]).default("seeded"),
    /** Fine seed, % of what comes out. */
    seedPct: number("The seed", 2, 20, "%").default(SEED_PCT.hi),
    note: note("A note"),
    despite: note("The reason"),
  }),
  async run(work, input) {
    const { fill, grams, name } = await standingIn(work, input.vessel);
    const { vessels } = await someVessels(work.tx, work.house, work.at, { fills: [fill.id] });
    const v = vessels[0];
    const look = v?.looks.at(-1)?.look;
    const { waterPct, upperPct } = v?.water.figures ?? {};
    const against = againstSetting({
      waterPct: waterPct ?? null,
      upperPct: waterPct === undefined ? null : (upperPct ?? waterPct),
      clear: look === undefined ? null : look === "clear",
    });
    if (against.length > 0 && input.despite === "")
      refuse(
        "against-setting",
        `${capital(name)}: ${spoken(against.map((a) => AGAINST[a]))}. Say why all the same.`,
        "despite",
      );
    await work.restOn(fill, `${name} is being set`);
    await work.note("product_run", {
      kind: input.way,
      fill_id: fill.id,
      seed_pct: input.way === "seeded" ? input.seedPct : null,
      note: [input.note, against.length > 0 ? input.despite : ""].filter((t) => t !== "").join("; "),
    });
    return { name, seedKg: input.way === "seeded" ? seedKg(grams / 1000, input.seedPct) : null };
  },
  say: ({ name, seedKg: seed }, { seedPct }) =>
    seed === null
      ? `${capital(name)} is being set: cool it to ${temp(15, 0)} and stir it a few minutes a day.`
      : `${capital(name)} is being set with ${mass(seed, 2)} of fine seed (${seedPct} %), never over ${temp(SEED_MELTS_C, 0)}; then jars, and cold.`,
});

export const startComb = defineCommand({
  name: "start-comb",
  summary: "Begin the steps of cut comb: drain, wrap, freeze against moth, thaw in its wrapping",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({ lot: text("The lot", 30), note: note("A note") }),
  async run(work, { lot: code, note: said }) {
    const lot = await oneLot(work.tx, code);
    if (lot.product !== "comb") refuse("no-comb", `Lot ${lot.code} is no cut comb.`, "lot");
    await work.restOn(lot, `the comb of lot ${lot.code} is being drained and frozen`);
    await work.note("product_run", { kind: "comb", fill_id: lot.fill_id, seed_pct: null, note: said });
    return { lot: lot.code };
  },
  say: ({ lot }) => `Comb of lot ${lot}: drain, wrap, freeze two days, thaw in its wrapping.`,
});

export const tickProduct = defineCommand({
  name: "tick-product",
  summary: "Tick a step of set honey or comb as done",
  who: ANY_HAND,
  undo: "counter-entry",
  names: { run: "product_run" },
  input: z.strictObject({
    run: count("The run", 1, 1_000_000_000),
    step: text("The step", 20),
  }),
  async run(work, { run: id, step }) {
    const run = await oneProductRun(work.tx, id);
    if (!run) refuse("unknown-run", "There is no such honey on its way.", "run");
    if (!stepsOf(run.kind).some((s) => s.id === step))
      refuse("unknown-step", `"${step}" is none of its steps.`, "step");
    if (run.done.includes(step)) refuse("ticked", "That is ticked already.", "step");
    await work.restOn(run, `a step of ${run.of} was done`);
    await work.note("product_step", { run_id: id, step });
    return { of: run.of };
  },
  say: ({ of }, { step }) => `${capital(of)}: ${step}, done.`,
});
