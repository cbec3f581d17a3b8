/** What may leave. */

import { jar } from "../language/shown";
import { plural } from "../language/spoken";
import type { Decision } from "../standing/model";
import type { Snapshot } from "../standing/snapshot";
import { URGENCY } from "../standing/urgency";

const YEAR_MS = 365 * 24 * 3_600_000;

/** A recall that was never tried does not work on the day (common practice: once a year). */
function drillDue(s: Snapshot): Decision[] {
  const { last, first_sent: first } = s.recall;
  const since = last ?? first;
  if (!since || s.now.getTime() - since.getTime() < YEAR_MS) return [];
  return [
    {
      id: "recall-drill",
      bay: "Out",
      urgency: URGENCY.drillDue,
      tone: "ink",
      when: "any day",
      what: last ? "The last recall drill was over a year ago" : "A recall was never tried here",
      short: "recall drill due",
      so: "Pick any jar off the shelf: who has honey of its batch, and is every kilogram found?",
      action: { label: "Begin a drill", href: "/recall" },
    },
  ];
}

export function outDecisions(s: Snapshot): Decision[] {
  return [...mayLeave(s), ...drillDue(s)];
}

function mayLeave(s: Snapshot): Decision[] {
  const here = s.lots.filter((l) => l.jars > l.jars_out && !s.held.on.has(l.fill_id));
  const first = here.at(-1);
  if (!first) return [];
  const jars = here.reduce((n, l) => n + l.jars - l.jars_out, 0);
  return [
    {
      id: "out-ready",
      bay: "Out",
      urgency: URGENCY.mayLeave,
      tone: "go",
      when: "any day",
      what: `${plural(jars, "jar")} of ${plural(here.length, "lot")} may leave`,
      short: `${plural(jars, "jar")} ready`,
      so: `Oldest first: lot ${first.code}, ${first.honey_kind}, ${plural(first.jars - first.jars_out, "jar")} of ${jar(first.nominal_g)}.`,
      action: { label: "Send jars", href: `/out?do=send&lot=${first.code}` },
    },
  ];
}
