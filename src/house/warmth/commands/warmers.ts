import { z } from "zod";
import { knownFrom } from "../../language/clock";
import { choice, count, number, since, tempC, text } from "../../language/fields";
import { asWritten, difference } from "../../language/shown";
import { capital } from "../../language/spoken";
import { vesselName } from "../../language/vessel-name";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { standingIn } from "../../vessels/standing-in";
import { WARMER_KINDS } from "../kinds";

export const addWarmer = defineCommand({
  name: "set-warmer",
  summary: "Set up what honey is warmed in, or how warm it is set; its name says which",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    name: text("Its name", 40),
    kind: choice("The kind", WARMER_KINDS).default("cabinet"),
    tempC: tempC("What it is set to", 15, 70),
    /** How far from that it is in its corners. */
    spreadC: number("Its spread", 0, 15).default(2),
    places: count("Vessels it holds", 1, 200).default(6),
    since: since(),
  }),
  async run(work, input) {
    await work.note("warmer", {
      name: input.name,
      kind: input.kind,
      temp_c: input.tempC,
      spread_c: input.spreadC,
      places: input.places,
      known_from: knownFrom(work.house.zone, input.since),
    });
    return {};
  },
  say: (_, { name, kind, tempC: set, spreadC, places }) =>
    `${capital(name)}, ${kind}, is set to ${asWritten(set, "°C")} ±${difference(spreadC, "°C")}, for ${places} vessels.`,
});

export const notePlaceAir = defineCommand({
  name: "note-place-air",
  summary: "Enter how warm and how damp it is where vessels stand",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    place: text("The place", 40),
    tempC: tempC("Its air", -20, 60),
    humidityPct: number("The relative humidity", 1, 100, "%").optional(),
  }),
  async run(work, input) {
    await work.note("place_air", {
      place: input.place,
      temp_c: input.tempC,
      humidity_pct: input.humidityPct ?? null,
    });
    return {};
  },
  say: (_, { place, tempC: air, humidityPct }) =>
    `${capital(place)}: ${asWritten(air, "°C", 1)}${humidityPct === undefined ? "" : `, ${humidityPct} % humidity`}.`,
});

export const noteLook = defineCommand({
  name: "note-look",
  summary: "Say how far a vessel's honey has set: clear, cloudy, half or solid",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    vessel: vesselName("The vessel"),
    look: choice("How it looks", ["clear", "cloudy", "half", "solid"]),
  }),
  async run(work, input) {
    const { fill, name } = await standingIn(work, input.vessel);
    await work.restOn(fill, `${name} was looked at`);
    await work.note("granulation", { fill_id: fill.id, look: input.look });
    return { name };
  },
  say: ({ name }, { look }) =>
    `${capital(name)} ${{ clear: "is clear", cloudy: "is cloudy", half: "is half set", solid: "is set" }[look]}.`,
});
