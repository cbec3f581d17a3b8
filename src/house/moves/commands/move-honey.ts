import { z } from "zod";
import { choice, note, tempC } from "../../language/fields";
import { massG } from "../../language/shown";
import { spoken } from "../../language/spoken";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { MOVE_LOSSES, poured, SIDES } from "../pouring";

export const moveHoney = defineCommand({
  name: "move-honey",
  summary: "Pour, pump, decant or drain honey from vessels into others",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    ...SIDES,
    /** What is missing between the two sides is booked under it. */
    cause: choice("The cause of what is missing", MOVE_LOSSES).default("left in vessel and hose"),
    honeyC: tempC("The honey's temperature, for a level", 5, 60).default(25),
    /** Why honey kept apart for an owner is mixed with other honey, or more arrived than left. */
    despite: note("The reason"),
  }),
  async run(work, input) {
    const { fills: _, ...told } = await poured(work, input);
    return told;
  },
  say: ({ from, to, grams, lostGrams, gainedGrams, released, estimated, heldNow }, { despite, cause }) =>
    [
      `${massG(grams)} from ${spoken(from.map((f) => f.name))} into ${spoken(to.map((t) => t.name))}`,
      ...to.map((t) => `${t.name} holds ${massG(t.holds)}`),
      lostGrams > 0 ? `${massG(lostGrams, 2)} lost: ${cause}` : "",
      gainedGrams > 0 ? `${massG(gainedGrams, 2)} more than the scales had, booked as a gain` : "",
      estimated ? "by its level, so only about" : "",
      heldNow,
      released ? `kept-apart honey released: ${despite}` : "",
    ]
      .filter((s) => s !== "")
      .join("; ")
      .concat("."),
  grams: ({ grams }) => grams,
});
