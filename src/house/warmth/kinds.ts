/** What honey is warmed in, and what is taken where nobody said how warm it stood; each list once. */
export const WARMER_KINDS = ["cabinet", "warm room", "water jacket", "band heater", "water bath"] as const;
export type WarmerKind = (typeof WARMER_KINDS)[number];

/** Vessels are carried into these; the others are put round a vessel where it stands. */
export const CARRIED_INTO: ReadonlySet<WarmerKind> = new Set(["cabinet", "warm room", "water bath"]);

/** The caution that belongs to each (common practice). */
export const CAUTION: Readonly<Record<WarmerKind, string>> = {
  cabinet: "lids on while it warms; a full pail is hot and slippery when it comes out.",
  "warm room": "no gas heater in a closed room without air; lids on while it warms.",
  "water jacket": "hot water scalds; keep its plug and switch dry.",
  "band heater": "never on an empty or half-empty drum; its plug goes to a breaker that trips on a fault.",
  "water bath": "hot water scalds; no water may get under the lid, and no plug into the water.",
};

/**
 * Where nobody told how warm a vessel stood, honey in a house is between these, °C (common practice: cellar to floor);
 * what was told is known for a day, in which a pail takes on the warmth of another room.
 */
export const UNTOLD_C = { loC: 12, hiC: 30, holdsH: 24 } as const;

/** A core this warm has let go of its crystals, in honey that clears at all at hive temperature (common practice). */
export const USUAL_UNTIL_C = 34;

/** A warming that costs more of the diastase than this is asked about, and so is this much in all, % (common practice). */
export const ASK_PCT = { once: 5, inAll: 20 } as const;
