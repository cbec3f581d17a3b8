import { z } from "zod";
import { dayIn, daysLater, writtenDay } from "../../language/clock";
import { refuse } from "../../language/errors";
import { choice, day, note, text } from "../../language/fields";
import { tags } from "../../language/ranges";
import { plural, spoken } from "../../language/spoken";
import { defineCommand } from "../../ledger/command";
import { oneColony } from "../../vessels/records";
import { chargesOfColony } from "../../yard/records/pulls";
import { boxesOnColony } from "../records";
import { stateHold } from "../state";
import { saidTouched, touchedBy } from "../touched";

/** How far back boxes and honey of a sick colony are looked at where nobody says. */
const LOOK_BACK_DAYS = 365;

export const DISEASES = ["American foul brood", "European foul brood", "suspected foul brood"] as const;

export const noteBroodDisease = defineCommand({
  name: "note-brood-disease",
  summary:
    "Say that brood disease was found in a colony: its boxes are not used again, its honey is asked about",
  who: ["lead", "office", "floor"],
  undo: "counter-entry",
  input: z.strictObject({
    colonies: tags("colony"),
    disease: choice("The disease", DISEASES),
    found: day("When it was found"),
    /** Boxes and honey since then; left out, a year back. */
    since: day("Since when it may be there").optional(),
    honey: choice("Its honey", ["hold", "leave"]).optional(),
    note: note("What was seen"),
  }),
  async run(work, input) {
    const today = dayIn(work.house.zone, work.at);
    if (input.found > today)
      refuse("in-the-future", `The ${writtenDay(input.found)} is still to come.`, "found");
    const since = input.since ?? daysLater(input.found, -LOOK_BACK_DAYS);
    if (since > input.found) refuse("days-turned", "It cannot be there only after it was found.", "since");
    if (!input.honey)
      refuse(
        "asks-honey",
        "Its honey is no danger to people, but it carries spores to any bee that finds it, and an authority may want it held. Hold its honey, or leave it free?",
        "honey",
      );
    const boxes: string[] = [];
    const fills: number[] = [];
    for (const tag of input.colonies) {
      const colony = await oneColony(work.tx, tag, "colonies");
      await work.restOn(colony, `${input.disease} was found in colony ${tag}`);
      const stood = await boxesOnColony(work.tx, colony.id, since);
      boxes.push(...stood.map((b) => b.tag));
      await stateHold(work, {
        about: "boxes",
        name: `boxes of colony ${tag}`,
        vessel_ids: stood.map((b) => b.id),
        colony_id: colony.id,
        from_day: since,
        why: `${input.disease} was found in colony ${tag} on ${writtenDay(input.found)}`,
        until: "made sterile or burned, as your authority orders",
      });
      if (input.honey === "leave") continue;
      fills.push(
        ...(await chargesOfColony(work.tx, colony.id)).filter((c) => c.date >= since).map((c) => c.fill_id),
      );
      await stateHold(work, {
        about: "colony",
        name: `colony ${tag} from ${writtenDay(since)}`,
        colony_id: colony.id,
        from_day: since,
        why: `${input.disease} was found in colony ${tag} on ${writtenDay(input.found)}`,
        until: "your authority's word, or use where no bee reaches it",
      });
    }
    return { boxes, honey: input.honey, since, touched: await touchedBy(work, fills) };
  },
  say: ({ boxes, honey, since, touched }, { colonies, disease, found }) =>
    [
      `${disease} in ${colonies.length === 1 ? "colony" : "colonies"} ${spoken(colonies)}, found ${writtenDay(found)}`,
      boxes.length > 0
        ? `${plural(boxes.length, "box", "boxes")} that stood there since ${writtenDay(since)} not to be used again: ${spoken(boxes.slice(0, 12))}${boxes.length > 12 ? ` and ${boxes.length - 12} more` : ""}`
        : "no box of it is on record",
      honey === "hold" ? `its honey is held: ${saidTouched(touched)}` : "its honey stays free",
    ]
      .join("; ")
      .concat(". Tell your bee inspector: it must be reported in most places."),
});

export const noteTreatment = defineCommand({
  name: "note-treatment",
  summary: "Say that colonies were treated: honey pulled within the waiting period is held",
  who: ["lead", "office", "floor"],
  undo: "counter-entry",
  input: z.strictObject({
    colonies: tags("colony"),
    treated: text("What they were treated with", 80),
    from: day("Treated on"),
    until: day("The end of the waiting period"),
  }),
  async run(work, input) {
    if (input.until < input.from) refuse("days-turned", "The waiting period ends before it begins.", "until");
    const fills: number[] = [];
    for (const tag of input.colonies) {
      const colony = await oneColony(work.tx, tag, "colonies");
      await work.restOn(colony, `colony ${tag} was treated`);
      fills.push(
        ...(await chargesOfColony(work.tx, colony.id))
          .filter((c) => c.date >= input.from && c.date <= input.until)
          .map((c) => c.fill_id),
      );
      await stateHold(work, {
        about: "colony",
        name: `colony ${tag}, pulled ${writtenDay(input.from)} to ${writtenDay(input.until)}`,
        colony_id: colony.id,
        from_day: input.from,
        to_day: input.until,
        why: `treated with ${input.treated}, waiting period to ${writtenDay(input.until)}`,
        until: "a laboratory's result on the residue, or your vet's or authority's word",
      });
    }
    return { touched: await touchedBy(work, fills) };
  },
  say: ({ touched }, { colonies, treated, from, until }) =>
    `${colonies.length === 1 ? "Colony" : "Colonies"} ${spoken(colonies)} treated with ${treated} on ${writtenDay(from)}: honey pulled until ${writtenDay(until)} is held${touched.hereG + touched.goneG > 0 ? `; ${saidTouched(touched)}` : ""}.`,
});
