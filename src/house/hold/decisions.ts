/** What is held, told where the honey stands. */
import { writtenDay } from "../language/clock";
import { massG } from "../language/shown";
import { capital, plural } from "../language/spoken";
import type { Decision } from "../standing/model";
import type { Snapshot } from "../standing/snapshot";
import { URGENCY } from "../standing/urgency";
import { heldHere } from "./view";

export function holdDecisions(s: Snapshot): Decision[] {
  const grams = heldHere(s);
  const lying = new Set([...s.held.on.values()].flat().map((h) => h.id));
  const holds = s.held.open.filter((h) => lying.has(h.id));
  const [first, ...more] = holds;
  if (!first || grams === 0) return [];
  return [
    {
      id: "held",
      bay: "Store",
      urgency: URGENCY.held,
      tone: "stop",
      when: "any day",
      what: `${massG(grams)} ${holds.length > 1 ? `under ${plural(holds.length, "hold")}` : "is held"} and may not leave`,
      short: `${massG(grams, 0)} held`,
      so: `${capital(first.name)}: ${first.why}. What releases it: ${first.until}${more.length > 0 ? `; and ${plural(more.length, "more hold")}` : ""}.`,
      why: {
        title: "What is held",
        because: holds.slice(0, 12).map((h) => ({
          what: `Hold ${h.number}, ${h.name}${h.over_on ? ` (to ${writtenDay(h.over_on)})` : ""}: ${h.why}`,
          figure: "",
        })),
        change: "A release on its evidence: a laboratory's result, an inspector's word, a second look.",
      },
      action: { label: "See holds", href: "/held" },
    },
  ];
}
