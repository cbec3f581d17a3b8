import { z } from "zod";
import { equilibriumWaterPct, humidAir } from "@/core/drying";
import { written } from "@/core/units";
import { refuse } from "../../language/errors";
import { choice, note, number, tempC, text } from "../../language/fields";
import { asWritten, temp } from "../../language/shown";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { maybeDevice } from "../records";

export const noteClimate = defineCommand({
  name: "note-climate",
  summary: "Enter the hot room's temperature and humidity",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    tempC: tempC("The room's temperature", 0, 60),
    humidityPct: number("The relative humidity", 1, 100, "%"),
  }),
  async run(work, input) {
    await work.note("climate_note", { at: work.at, temp_c: input.tempC, humidity_pct: input.humidityPct });
    return {
      dewPointC: humidAir(input.tempC, input.humidityPct).dewPointC,
      equilibriumPct: equilibriumWaterPct(input.humidityPct).value,
    };
  },
  say: ({ dewPointC, equilibriumPct }, { tempC: t, humidityPct }) =>
    `Hot room ${asWritten(t, "°C", 1)}, ${written(humidityPct, 1)} % humidity: dew point ${temp(dewPointC, 0)}, honey settles towards ${equilibriumPct.toFixed(1)} %.`,
});

const FAN_SAID = {
  full: "in the fan's full draught",
  some: "in some draught",
  none: "out of the draught",
} as const;

export const setFan = defineCommand({
  name: "set-fan",
  summary: "Say how a stack stands to the fan",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    stack: text("The stack's letter", 3).transform((t) => t.toUpperCase()),
    fan: choice("The fan", ["full", "some", "none"]),
  }),
  async run(work, input) {
    await work.note("stack_air", { stack: input.stack, fan: input.fan, at: work.at });
    return { stack: input.stack };
  },
  say: ({ stack }, { fan }) => `Stack ${stack} stands ${FAN_SAID[fan]}.`,
});

export const DEVICE_KINDS = ["scale", "refractometer", "thermo-hygrometer", "thermometer"] as const;

export const addDevice = defineCommand({
  name: "add-device",
  summary: "Let an instrument's bridge post readings, with a token of its own",
  who: ["lead"],
  undo: "counter-entry",
  input: z.strictObject({
    name: text("The device's name", 30).refine(
      (t) => /^[a-z0-9-]+$/i.test(t),
      "The device's name may hold letters, digits and hyphens.",
    ),
    kind: choice("The kind", DEVICE_KINDS),
    /** Only the token's fingerprint is kept; the token itself stays with the device. */
    tokenSha256: text("The token's SHA-256", 64).refine(
      (t) => /^[0-9a-f]{64}$/.test(t),
      "The token's SHA-256 is 64 hexadecimal digits.",
    ),
    standIn: z.boolean().default(false),
    /** What it measures where that is not the hot room: a place of the store, a warmer by its name. */
    place: note("The place it measures", 40),
  }),
  async run(work, input) {
    if (input.kind === "thermometer" && input.place === "")
      refuse(
        "no-place",
        "Say where the thermometer hangs: a place of the store, or a warmer by its name.",
        "place",
      );
    if (await maybeDevice(work.tx, input.name))
      refuse("duplicate", `There is a device called "${input.name}" already.`, "name");
    await work.note("device", {
      name: input.name,
      kind: input.kind,
      token_sha256: input.tokenSha256,
      stand_in: input.standIn,
      place: input.place || null,
    });
    return { name: input.name };
  },
  say: ({ name }, { kind, standIn, place }) =>
    `${standIn ? "Stand-in" : "Device"} ${name} (${kind}) may post readings${place ? ` of ${place}` : ""}.`,
});
