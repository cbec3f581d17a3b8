import { z } from "zod";
import { SCHOOLS } from "@/core/moisture";
import { choice, number, pct, tempC } from "../../language/fields";
import { asWritten } from "../../language/shown";
import { defineCommand } from "../../ledger/command";

const SAID = { sealed: "by the wax", shake: "by the shake", instrument: "by the refractometer" } as const;

export const setRules = defineCommand({
  name: "set-rules",
  summary: "Choose how ripeness is judged here",
  who: ["lead"],
  undo: "counter-entry",
  input: z.strictObject({
    school: choice("The school", SCHOOLS).default("instrument"),
    sealedPct: pct("The share that counts as sealed", 50, 100).default(95),
    shakeMaxPct: pct("The share of frames by the shake", 0, 100).default(15),
  }),
  async run(work, input) {
    await work.note("judging_rules", {
      school: input.school,
      sealed_pct: input.sealedPct,
      shake_max_pct: input.shakeMaxPct,
    });
    return { school: input.school };
  },
  say: ({ school }, { sealedPct, shakeMaxPct }) =>
    `Ripeness is judged ${SAID[school]}; sealed from ${sealedPct} % capped, at most ${shakeMaxPct} % of frames by shake.`,
});

export const setRoom = defineCommand({
  name: "set-room",
  summary: "Say what the hot room can do and how long supers may wait",
  who: ["lead"],
  undo: "counter-entry",
  input: z.strictObject({
    beetleHours: number("Hours pulled supers may wait for beetles", 6, 480, "h").default(48),
    spinTempC: tempC("The honey's temperature for spinning", 15, 40).default(27),
    dehumidifierLPerDay: number("The dehumidifier as rated", 0, 500, "L a day").default(0),
  }),
  async run(work, input) {
    await work.note("room_profile", {
      beetle_hours: input.beetleHours,
      spin_temp_c: input.spinTempC,
      dehumidifier_l_day: input.dehumidifierLPerDay,
    });
    return {};
  },
  say: (_, { beetleHours, spinTempC, dehumidifierLPerDay }) =>
    `Hot room: supers may wait ${beetleHours} h, honey spins from ${asWritten(spinTempC, "°C", 1)}, ${dehumidifierLPerDay > 0 ? `dehumidifier rated ${asWritten(dehumidifierLPerDay, "L a day", 1)}` : "no dehumidifier"}.`,
});
