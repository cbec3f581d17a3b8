/** What is left to do when a stack is too wet and the beetles come first. */

import { type DryingForecast, type WayOut, waysOut } from "@/core/drying";
import { asWritten, mass, temp } from "../language/shown";
import { spoken } from "../language/spoken";
import { stored } from "../settle/settling";
import type { Snapshot } from "../standing/snapshot";
import type { StackState } from "./room";
import { pct } from "./says";
import { waterRules } from "./waiting";

/** Drier honey is not always at hand: then this is taken, % water (common practice for well-ripened honey). */
const DRY_HONEY_PCT = 16.5;

/** One way out in words, with its figures. */
function inWords(s: Snapshot, way: WayOut): string {
  switch (way.way) {
    case "spin-then":
      return `spin then and use it soon: at most ${pct(way.upperPct)}, not over the limit of ${s.house.limit_pct} %`;
    case "spin-dry-boxes":
      return `spin super ${spoken(way.boxes)} now (${mass(way.kg)}, at most ${pct(way.upperPct)} together) and part the others from them`;
    case "freeze":
      return `freeze the combs against beetles (${temp(-18, 0).replace("-", "−")}, two days) and dry on`;
    case "blend":
      return `spin now and blend with ${mass(way.dryKg, 0)} of honey at ${pct(way.dryPct)}`;
    case "divert":
      return "divert it: mead, bakery or feed";
  }
}

/** What to do when the beetles come before the target: what would help in time, then what is left, best first. */
export function wayOut(s: Snapshot, stack: StackState, f: DryingForecast): string {
  const then = f.atDeadline
    ? `${pct(f.atDeadline.mid)} then, at most ${pct(f.atDeadline.upper)}`
    : "the limit has passed";
  const dry = stored(s)
    .map((p) => p.water.figures.upperPct ?? 99)
    .reduce((a, b) => Math.min(a, b), DRY_HONEY_PCT + 0.5);
  const ways = waysOut({
    boxes: stack.boxes,
    rules: waterRules(s.house),
    atDeadlineUpperPct: f.atDeadline?.upper ?? stack.water?.upperPct ?? 99,
    nowUpperPct: stack.water?.upperPct ?? 99,
    nowMeanPct: stack.water?.meanPct ?? 99,
    dryPct: Math.min(dry, DRY_HONEY_PCT),
  });
  const help = [
    f.needs?.humidityPct ? `bring humidity to ${f.needs.humidityPct} %` : null,
    f.needs?.tempC ? `warm the same air to ${asWritten(f.needs.tempC, "°C")}` : null,
  ].filter(Boolean);
  const [best, ...others] = ways.map((w) => inWords(s, w));
  const inTime = help.length > 0 ? `In time if you ${help.join(", or ")}. ` : "";
  return `${then}. ${inTime}Best: ${best}.${others.length > 0 ? ` Or ${others.slice(0, 3).join("; or ")}.` : ""}`;
}
