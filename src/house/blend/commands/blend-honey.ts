import { z } from "zod";
import { AGAIN_MIN, judgeMix } from "@/core/blend/mixed";
import { refuse } from "../../language/errors";
import { list, massKg, note, pct, tempC } from "../../language/fields";
import { massG } from "../../language/shown";
import { capital, spoken } from "../../language/spoken";
import { vesselName } from "../../language/vessel-name";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { poured } from "../../moves/pouring";
import { someVessels } from "../../standing/vessels";
import { standingIn } from "../../vessels/standing-in";
import { foretell } from "../foretell";
import { blendsIn } from "../records";

export const blendHoney = defineCommand({
  name: "blend-honey",
  summary: "Blend honey from several vessels into one, with what the mix is foretold to be",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    from: list(
      "What is blended",
      z.strictObject({ vessel: vesselName("A vessel"), kg: massKg("How much of it", 5000).optional() }),
      60,
    ),
    into: vesselName("What it is blended in"),
    /** Why it is blended all the same: too wet, half set, held back, or an owner's released. */
    despite: note("The reason"),
  }),
  async run(work, input) {
    const names = [...input.from.map((f) => f.vessel), input.into].map((v) => `${v.kind} ${v.tag}`);
    const s = await someVessels(work.tx, work.house, work.at, { names });
    const told = foretell(
      s,
      input.from.map(({ vessel: v, kg }) => ({ name: `${v.kind} ${v.tag}`, kg })),
      `${input.into.kind} ${input.into.tag}`,
    );
    if (told.held.length > 0)
      refuse(
        "held",
        `${capital(spoken(told.held.map((h) => h.name)))} ${told.held.length > 1 ? "are" : "is"} held (${[...new Set(told.held.map((h) => h.why))].join("; ")}): nothing of it is mixed into other honey before it is released, or looked at again and found good.`,
        "from",
      );
    if (told.warnings.length > 0 && input.despite === "")
      refuse("asks", `${told.warnings.join(" ")} Say why all the same.`, "despite");
    const { fills, ...pour } = await poured(work, {
      from: input.from.map((f) => ({ ...f, emptied: false })),
      to: [{ vessel: input.into }],
      cause: "left in vessel and hose",
      honeyC: 25,
      despite: input.despite,
    });
    await work.noteMany(
      "blend",
      fills.map((f) => ({
        fill_id: f.fillId,
        grams: f.grams,
        water_pct: told.waterPct,
        se_pct: told.sePct,
        upper_pct: told.upperPct,
        warnings: told.warnings.join(" "),
        despite: input.despite,
      })),
    );
    return { ...pour, waterPct: told.waterPct, upperPct: told.upperPct, warnings: told.warnings };
  },
  say: ({ from, to, grams, waterPct, upperPct, warnings }, { despite }) =>
    [
      `${massG(grams)} blended from ${spoken(from.map((f) => f.name))} in ${to[0]?.name ?? ""}`,
      waterPct === null || upperPct === null
        ? "its water is not known"
        : `foretold ${waterPct.toFixed(1)} % water, at most ${upperPct.toFixed(1)} %`,
      warnings.length > 0 ? `all the same: ${despite}` : "",
      "stir it, then read top and bottom",
    ]
      .filter((t) => t !== "")
      .join("; ")
      .concat("."),
  grams: ({ grams }) => grams,
});

export const checkMix = defineCommand({
  name: "check-mix",
  summary: "Read top and bottom of a blend: is it mixed, and is it what was foretold?",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    vessel: vesselName("The vessel"),
    topPct: pct("The water at the top", 10, 35),
    bottomPct: pct("The water at the bottom", 10, 35),
    /** Both samples alike; as an instrument that corrects itself shows them. */
    sampleC: tempC("The samples", 5, 45).default(20),
  }),
  async run(work, input) {
    const { fill, name } = await standingIn(work, input.vessel);
    const [blend] = await blendsIn(work.tx, [fill.id], work.at);
    await work.restOn(fill, `${name} was read at top and bottom`);
    await work.note("mix_check", {
      fill_id: fill.id,
      top_pct: input.topPct,
      bottom_pct: input.bottomPct,
      sample_c: input.sampleC,
    });
    const foretold =
      blend && blend.water_pct !== null ? { waterPct: blend.water_pct, sePct: blend.se_pct ?? 0 } : null;
    return { name, foretold, ...judgeMix(input.topPct, input.bottomPct, foretold) };
  },
  say: ({ name, mixed, meanPct, apartPts, offPts, unlike, foretold }) =>
    [
      mixed === "mixed"
        ? `${capital(name)} is mixed: ${meanPct.toFixed(1)} % water, top and bottom ${apartPts.toFixed(1)} apart.`
        : mixed === "stir"
          ? `${capital(name)} is not quite mixed, ${apartPts.toFixed(1)} points apart: stir it, and read again in ${AGAIN_MIN} min.`
          : `${capital(name)} is not mixed, ${apartPts.toFixed(1)} points apart: stir it from the bottom up, and read again.`,
      foretold && offPts !== null
        ? unlike
          ? `That is not what was foretold, ${foretold.waterPct.toFixed(1)} %: read the parts and the instrument again.`
          : `As foretold, ${foretold.waterPct.toFixed(1)} %.`
        : "",
    ]
      .filter((t) => t !== "")
      .join(" "),
});
