import { z } from "zod";
import { mustBeUsable } from "../../hold/gate";
import { heldBoxes } from "../../hold/records";
import { refuse } from "../../language/errors";
import { choice, note, tag } from "../../language/fields";
import { tags } from "../../language/ranges";
import { massG } from "../../language/shown";
import { plural, spoken } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { oneColony, oneVessel } from "../../vessels/records";
import { boxesNow } from "../records/boxes";

export const BOX_WAYS = ["returned", "stored", "set-out"] as const;
export const STORED_HOW = ["frozen", "cold and dry", "light and airy", "moth crystals"] as const;

export const placeBoxes = defineCommand({
  name: "place-boxes",
  summary:
    "Say where spun boxes went: back on a colony, stored against moth, or set out for bees to rob clean",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    supers: tags("super"),
    way: choice("Where they went", BOX_WAYS),
    /** Left out, each goes back to the colony it came off. */
    colony: tag("colony").optional(),
    how: choice("How they are kept", STORED_HOW).optional(),
    place: note("Where they stand", 40),
  }),
  async run(work, input) {
    if (input.way === "stored" && !input.how) refuse("no-how", "How are they kept from moth?", "how");
    if (input.way !== "returned" && input.colony)
      refuse("no-colony", "A colony is named where boxes go back onto it.", "colony");
    const held = await heldBoxes(work.tx, work.house.zone, work.at);
    const now = new Map((await boxesNow(work.tx, input.supers)).map((b) => [b.tag, b]));
    const onto = input.colony ? await oneColony(work.tx, input.colony) : null;
    let wetG = 0;
    const colonies = new Set<string>();
    for (const superTag of input.supers) {
      const vessel = await oneVessel(work.tx, "super", superTag, "supers");
      const box = now.get(vessel.tag);
      if (!box?.fill_id || (box.kind === "comb" && box.grams > 0) || box.in_open_batch)
        refuse(
          "not-spun",
          box?.fill_id
            ? `Super ${vessel.tag} still holds its honey: spin it and weigh it back first.`
            : `Super ${vessel.tag} was never pulled: there is nothing to bring back.`,
          "supers",
        );
      const hold = held.get(vessel.id);
      const target = onto?.id ?? box.colony_id ?? -1;
      if (input.way === "returned") {
        if (!onto && box.colony_id === null)
          refuse("which-colony", `Onto which colony does super ${vessel.tag} go?`, "colony");
        mustBeUsable(hold, target, vessel.tag, "supers");
        colonies.add(onto?.tag ?? box.colony ?? "");
      }
      const sick = hold !== undefined || (box.flags ?? []).includes("inspection-failed");
      if (input.way === "set-out" && sick)
        refuse(
          "sick-wets",
          `Super ${vessel.tag} came off colony ${box.colony}, which ${hold ? `is held: ${hold.why}` : "failed its brood inspection"}. Set out, it would carry disease to every bee around: keep it shut up.`,
          "supers",
        );
      const wet = box.kind === "wets" ? box.grams : 0;
      if (input.how === "moth crystals" && wet > 0)
        refuse(
          "wet-comb",
          `There is honey in super ${vessel.tag} (${massG(wet, 2)}): moth crystals never go near honey. Freeze it, or let the bees clean it first.`,
          "how",
        );
      wetG += wet;
      await work.restOn({ entry_id: vessel.entry_id, known_from: null }, `super ${vessel.tag} was put away`);
      await work.restOnAllOf(box.fill_id, `super ${vessel.tag} was put away after it was spun`);
      await work.note("box_way", {
        vessel_id: vessel.id,
        comb_fill_id: box.comb_fill_id ?? box.fill_id,
        way: input.way,
        colony_id: input.way === "returned" ? target : null,
        how: input.how ?? "",
        place: input.place,
      });
    }
    return { wetG, colonies: [...colonies] };
  },
  say: ({ wetG, colonies }, { supers, way, how, place }) => {
    const what = `${plural(supers.length, "box", "boxes")} (${spoken(supers.slice(0, 12))}${supers.length > 12 ? ` and ${supers.length - 12} more` : ""})`;
    const wet = wetG > 0 ? `, ${massG(wetG, 2)} of honey in them` : "";
    if (way === "returned")
      return `${what} back on ${colonies.length === 1 ? "colony" : "colonies"} ${spoken(colonies.slice(0, 8))}${wet}${wetG > 0 ? ": fed with it" : ""}.`;
    if (way === "stored") return `${what} stored, ${how}${place ? `, in: ${place}` : ""}${wet}.`;
    return `${what} set out for bees to clean${place ? `, in: ${place}` : ""}${wet}.`;
  },
});
