/** What wants deciding of what is kept, in the order of what is lost by waiting. */

import { WARM_STORE_C } from "@/core/moisture/watch";
import { massG, temp } from "../language/shown";
import { capital, plural, spoken } from "../language/spoken";
import { vesselWord } from "../settle/settling";
import type { Decision } from "../standing/model";
import type { Snapshot } from "../standing/snapshot";
import { URGENCY } from "../standing/urgency";
import { wrongAir } from "./view";
import { inQuarantine, watchList, whyWatched } from "./watch";

export function storeDecisions(s: Snapshot): Decision[] {
  const watched = watchList(s);
  const risky = watched.filter((w) => w.watch.likely === "weekly" || w.watch.likely === "fortnightly");
  const looks = watched.filter((w) => !risky.includes(w) && w.due <= s.now);
  const list: Decision[] = [];
  const [worst] = risky;
  if (worst) {
    const { v, watch } = worst;
    const named = vesselWord(risky.map((w) => w.v));
    list.push({
      id: "store-risk",
      bay: "Store",
      urgency: watch.likely === "weekly" ? URGENCY.willFerment : URGENCY.mayFerment,
      tone: watch.likely === "weekly" ? "stop" : "water",
      when: worst.due <= s.now ? "now" : "soon",
      what: `Use or blend ${plural(risky.length, named)} first: ${risky.length === 1 ? "it" : "they"} may ferment`,
      short: `${risky.length} may ferment`,
      so: `${capital(v.name)}, ${massG(v.grams)}: the liquid in it is ${watch.liquidPct.mid.toFixed(1)} % water, up to ${watch.liquidPct.hi.toFixed(1)} %${watch.raisedBy.length > 0 ? `, and it stands in ${spoken(watch.raisedBy)}` : ""}. Look at it ${watch.verdict}.`,
      why: {
        title: capital(v.name),
        because: whyWatched(s, v, watch),
        change: `A reading of the ${v.kind} itself, a look at how far it has set, or a colder store.`,
      },
      action: { label: "Look", href: "/store?do=watch" },
    });
  }
  if (looks[0])
    list.push({
      id: "store-look",
      bay: "Store",
      urgency: URGENCY.whenThereIsTime,
      tone: "water",
      when: "any day",
      what: `Look at ${plural(looks.length, vesselWord(looks.map((w) => w.v)))}: it is time`,
      short: `look at ${looks.length}`,
      so: `${capital(spoken(looks.map((w) => w.v.name)))}: under the lid, does it smell sour, does it lift?`,
      why: {
        title: capital(looks[0].v.name),
        because: whyWatched(s, looks[0].v, looks[0].watch),
        change: "A look at it, noted.",
      },
      action: { label: "Look", href: "/store?do=watch" },
    });
  // A warmer is warm on purpose: whether it is too warm is told where it is set.
  const warmers = new Set(s.warmth.warmers.map((w) => w.name.toLowerCase()));
  for (const air of s.warmth.air.filter((a) => !warmers.has(a.place.toLowerCase()))) {
    const there = s.vessels.filter((v) => v.place.toLowerCase() === air.place.toLowerCase());
    const wrong = wrongAir(air.temp_c, air.humidity_pct);
    if (!wrong || there.length === 0) continue;
    list.push({
      id: `store-air ${air.place}`,
      bay: "Store",
      urgency: URGENCY.whenThereIsTime,
      tone: "heat",
      when: "soon",
      what: `${capital(air.place)} is ${wrong.split(":")[0]}: ${air.temp_c > WARM_STORE_C ? temp(air.temp_c) : `${air.humidity_pct?.toFixed(0)} %`}`,
      short: `${air.place} ${wrong.split(":")[0]}`,
      so: `${massG(there.reduce((g, v) => g + v.grams, 0))} in ${plural(there.length, vesselWord(there))} stand there; ${wrong.slice(wrong.indexOf(":") + 2)}.`,
      action: { label: "See them", href: "/store" },
    });
  }
  const apart = s.vessels.filter(inQuarantine);
  if (apart[0])
    list.push({
      id: "store-quarantine",
      bay: "Store",
      urgency: URGENCY.toBeRead,
      tone: "water",
      when: "any day",
      what: `Look at and read ${spoken(apart.map((v) => v.name))}, from outside`,
      short: `${apart.length} in quarantine`,
      so: "Goods from outside stand apart until somebody looked at them and read their water.",
      action: {
        label: apart[0].told.inspected.length === 0 ? "Look at it" : "Read it",
        href:
          apart[0].told.inspected.length === 0
            ? `/settle?do=inspect&from=${encodeURIComponent(apart[0].name)}`
            : `/store?do=read&from=${encodeURIComponent(apart[0].name)}`,
      },
    });
  return list;
}
