import type { Scenario } from "../scenario";
import { beetles } from "./beetles";
import { blend } from "./blend";
import { clogged } from "./clogged";
import { holdsUp } from "./holds-up";
import { letter } from "./letter";
import { oddLoad } from "./odd-load";
import { recall } from "./recall";
import { ripe } from "./ripe";
import { thirtyJars } from "./thirty-jars";
import { warm } from "./warm";

/** In the order of a season. Costs, chances and spreads are the practice house's own, invented; what the core computes, it computes. */
export const DAYS: readonly Scenario[] = [
  ripe,
  beetles,
  oddLoad,
  holdsUp,
  clogged,
  warm,
  blend,
  thirtyJars,
  letter,
  recall,
];
