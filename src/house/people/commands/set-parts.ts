import { z } from "zod";
import { choice } from "../../language/fields";
import { defineCommand } from "../../ledger/command";
import { PART_NAMES, PARTS, type Part, PRESETS, presetOf } from "../parts";

export const setParts = defineCommand({
  name: "set-parts",
  summary: "Choose what this house has out of the way, and what it shows",
  who: ["lead"],
  undo: "counter-entry",
  input: z.strictObject({
    parts: z
      .array(choice("A part", PART_NAMES as unknown as readonly [Part, ...Part[]]))
      .max(PART_NAMES.length),
  }),
  async run(work, { parts }) {
    const shown = PART_NAMES.filter((p) => parts.includes(p));
    await work.note("house_parts", { parts: shown.join(",") });
    return { parts: shown };
  },
  say: ({ parts }) => {
    const preset = presetOf(parts);
    const shown = parts.map((p) => PARTS[p].label.toLowerCase()).join(", ");
    const first = preset ? `${PRESETS[preset].label}: ` : "";
    return `${first}shown besides what every house needs: ${shown || "nothing"}.`;
  },
});
