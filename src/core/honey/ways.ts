/** Honeys that are handled otherwise than the rest, by what bloomed (common practice). */

export const WAYS = ["gels", "sets at once", "honeydew", "stingless"] as const;
export type Way = (typeof WAYS)[number];

/** By the words people use for them. */
const BY_WORD: Readonly<Record<Way, RegExp>> = {
  gels: /\b(?:ling|calluna|manuka|heather)\b/i,
  "sets at once": /\b(?:rape|canola|ivy)\b/i,
  honeydew: /\b(?:honeydew|forest|fir|pine|oak)\b/i,
  stingless: /\b(?:stingless|melipona|trigona)\b/i,
};
/** Bell heather runs like any other honey. */
const NOT_GELLING = /\bbell heather\b/i;

/** What is done otherwise, in a sentence each. */
export const WAY_SAID: Readonly<Record<Way, string>> = {
  gels: "it gels: bubbles stay in it and nothing rises; press it or stir it loose, and strain it through nothing fine; up to 23 % water is heather's own",
  "sets at once": "it sets within days: spin it and strain it the same day",
  honeydew: "it runs slowly, and a refractometer made for blossom honey is some tenths off in it",
  stingless: "it is wetter and sourer than any table here knows: keep it cold, by its own rules",
};

/** The ways that hold for a honey of so much of each bloom; a bloom of less than `share` of it decides nothing. */
export function waysOf(
  blooms: readonly { readonly what: string; readonly grams: number }[],
  share = 0.5,
): Way[] {
  const all = blooms.reduce((g, b) => g + b.grams, 0);
  if (all <= 0) return [];
  return WAYS.filter((way) => {
    const of = blooms
      .filter(({ what }) => {
        const told = what.slice(0, 120);
        return BY_WORD[way].test(way === "gels" ? told.replace(NOT_GELLING, "") : told);
      })
      .reduce((g, b) => g + b.grams, 0);
    return of / all >= share;
  });
}
