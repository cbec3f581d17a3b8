import { z } from "zod";
import { calibrationOffset, offsetInWaterPct, REFERENCES } from "@/core/moisture";
import { knownFrom } from "../../language/clock";
import { refuse } from "../../language/errors";
import { choice, number, since, tempC, text } from "../../language/fields";
import { asWritten } from "../../language/shown";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { instrumentFor, instrumentKnown, kindOf, offsetOf } from "../records/instruments";

export const SCALES = ["water", "brix", "index"] as const;
export const addInstrument = defineCommand({
  name: "add-instrument",
  summary: "Set up a refractometer: its scale, step and temperature compensation",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    name: text("The instrument's name", 30),
    scale: choice("The scale", SCALES).default("water"),
    resolution: number("The smallest step", 0.0001, 1).default(0.2),
    compensates: z
      .boolean({ error: "Say whether the instrument compensates temperature itself: true or false." })
      .default(false),
    atcLoC: tempC("The lowest temperature it compensates", 0, 40).optional(),
    atcHiC: tempC("The highest temperature it compensates", 10, 60).optional(),
    checkHours: number("Hours between two checks", 1, 9600, "h").default(24),
    since: since(),
  }),
  async run(work, input) {
    if (await instrumentKnown(work.tx, input.name))
      refuse("duplicate", `There is an instrument called "${input.name}" already.`, "name");
    const [lo, hi] = [input.atcLoC ?? 10, input.atcHiC ?? 30];
    if (input.compensates && lo >= hi)
      refuse(
        "bad-range",
        `It cannot compensate from ${asWritten(lo, "°C")} to ${asWritten(hi, "°C")}.`,
        "atcHiC",
      );
    await work.note("instrument", {
      name: input.name,
      scale: input.scale,
      resolution: input.resolution,
      compensates: input.compensates,
      atc_lo_c: input.compensates ? lo : null,
      atc_hi_c: input.compensates ? hi : null,
      check_hours: input.checkHours,
      known_from: knownFrom(work.house.zone, input.since),
    });
    return { name: input.name };
  },
  say: ({ name }, { scale, compensates }) =>
    `Refractometer ${name}: shows ${{ water: "% water", brix: "°Bx", index: "refractive index" }[scale]}, ${compensates ? "compensates temperature itself" : "is corrected for temperature"}.`,
});

export const checkInstrument = defineCommand({
  name: "check-instrument",
  summary: "Check a refractometer against a reference",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    instrument: text("The instrument", 30),
    reference: choice("The reference", REFERENCES).default("dioptric oil"),
    /** At 20 °C, on the instrument's own scale, as bottle or block say. */
    expected: number("What it should show", -10, 1000),
    /** Before the screw was turned, if it was. */
    shown: number("What it showed", -10, 1000),
    /** Of the reference, while it was read. */
    tempC: tempC("The temperature", 10, 45).default(20),
    /** The screw was turned until it showed right: the old offset ends. */
    adjusted: z.boolean().default(false),
  }),
  async run(work, input) {
    const instrument = await instrumentFor(work.tx, work.at, input.instrument, undefined);
    if (!instrument) refuse("unknown-instrument", "There is no instrument.", "instrument");
    const offset = calibrationOffset(kindOf(instrument), input);
    const before = instrument.checks.findLast((c) => c.at <= work.at);
    await work.note("calibration", {
      instrument_id: instrument.id,
      reference: input.reference,
      expected: input.expected,
      shown: input.shown,
      temp_c: input.tempC,
      offset_index: offset,
      adjusted: input.adjusted,
      who: work.actor.name,
      at: work.at,
    });
    await work.restOn(instrument, `${instrument.name} was checked`);
    const offsetPct = offsetInWaterPct(offset);
    return {
      instrument: instrument.name,
      offsetPct,
      adjusted: input.adjusted,
      driftPct: before
        ? offsetPct - (before.adjusted ? 0 : offsetInWaterPct(offsetOf(instrument, before)))
        : null,
    };
  },
  say({ instrument, offsetPct, driftPct, adjusted }, { reference }) {
    const points = (x: number) => `${x >= 0 ? "+" : "−"}${Math.abs(x).toFixed(1)} points`;
    const drift =
      driftPct === null || Math.abs(driftPct) < 0.05
        ? ""
        : `, drifted ${points(driftPct)} since the last check`;
    if (adjusted)
      return `${instrument} checked with ${reference} and set right: it was off by ${points(-offsetPct)}, readings before are moved by ${points(offsetPct)}, those from now on by none.`;
    return `${instrument} checked with ${reference}: readings are moved by ${points(Math.abs(offsetPct) < 0.05 ? 0 : offsetPct)}${drift}.`;
  },
});
