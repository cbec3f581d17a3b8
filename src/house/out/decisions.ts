/** What may leave. */

import { jar } from "../language/shown";
import { plural } from "../language/spoken";
import type { Decision } from "../standing/model";
import type { Snapshot } from "../standing/snapshot";
import { URGENCY } from "../standing/urgency";

export function outDecisions(s: Snapshot): Decision[] {
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
