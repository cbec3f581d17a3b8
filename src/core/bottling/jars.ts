/** How much honey a lot of jars takes, and what is lost on the way. */
import { DomainError } from "../domain-error";
import { jarIn, METRIC, ozFromGrams, quantityIn, type Shown } from "../units";

export interface JarsOf {
  /** Drawn from the pails, whole grams. */
  readonly drawnGrams: number;
  /** In the jars, whole grams. */
  readonly jarredGrams: number;
  readonly lostGrams: number;
  /** Mean honey in a jar, g. */
  readonly meanFillG: number;
  /** Mean over the label, g a jar: what is given away. */
  readonly giveawayG: number;
}

/**
 * Jars out of honey drawn. Give either what was lost (then the mean fill is computed) or the mean fill
 * (then the loss is computed; nominal when left out).
 * The mean must reach the label: the first of the three rules of OIML R 87 and Directive 76/211/EEC.
 * @param input grams drawn (whole), jars (1-100,000), nominal grams on the label (5-10,000)
 * @throws DomainError `not-enough-honey`, `under-label`, `no-jars`, `out-of-range`
 */
export function jarsOf(
  input: {
    drawnGrams: number;
    jars: number;
    nominalG: number;
    lostGrams?: number | undefined;
    meanFillG?: number | undefined;
  },
  shown = METRIC,
): JarsOf {
  const { drawnGrams, jars, nominalG } = input;
  if (!(Number.isInteger(jars) && jars >= 1 && jars <= 100_000))
    throw new DomainError("no-jars", "A lot needs at least one jar.", { jars });
  if (!(nominalG >= 5 && nominalG <= 10_000))
    throw new DomainError("out-of-range", `A jar holds between 5 g and 10,000 g, not ${nominalG} g.`, {
      nominalG,
    });
  if (!(drawnGrams > 0))
    throw new DomainError("not-enough-honey", "No honey was drawn for this lot.", { drawnGrams });
  const wantedG = input.meanFillG ?? nominalG;
  const jarredGrams =
    input.lostGrams === undefined ? Math.round(wantedG * jars) : drawnGrams - input.lostGrams;
  const lostGrams = drawnGrams - jarredGrams;
  if (lostGrams < 0) {
    throw new DomainError(
      "not-enough-honey",
      `${jars} jars of ${jarIn(wantedG, shown)} need ${kgIn(jarredGrams, shown)}; the pails give ${kgIn(drawnGrams, shown)}, enough for ${Math.floor(drawnGrams / wantedG)}.`,
      { drawnGrams, jarredGrams },
    );
  }
  const meanFillG = jarredGrams / jars;
  if (!(meanFillG >= nominalG)) {
    throw new DomainError(
      "under-label",
      `That leaves ${jarExactly(meanFillG, shown)} a jar, under the ${jarIn(nominalG, shown)} on the label. Fewer jars, more honey, or less loss.`,
      { meanFillG, nominalG },
    );
  }
  return { drawnGrams, jarredGrams, lostGrams, meanFillG, giveawayG: meanFillG - nominalG };
}

const kgIn = (grams: number, shown: Shown): string => quantityIn(grams / 1000, "kg", shown);
/** A mean fill, fine enough to see it fall short of a label. */
const jarExactly = (grams: number, shown: Shown): string =>
  shown.mass === "kg" ? `${grams.toFixed(1)} g` : `${ozFromGrams(grams).toFixed(2)} oz`;

/** More than this lost on the way, as a share of what was drawn and at least so many grams, asks to be named (common practice). */
const LOSS_SHARE = 0.02;
const LOSS_FLOOR_G = 200;

/** Is so much honey in no jar more than drips, samples and what stays in the gate? */
export const lossAsks = (drawnGrams: number, lostGrams: number): boolean =>
  lostGrams > Math.max(LOSS_FLOOR_G, drawnGrams * LOSS_SHARE);

export interface PailToDraw {
  readonly name: string;
  /** In it, whole grams. */
  readonly heldGrams: number;
  /** What is taken from it; left out, what the jars still need. */
  readonly takenGrams?: number | undefined;
}

/**
 * What comes out of each pail for so many grams in jars and lost, in the order given: first what was named, then
 * the others, each emptied before the next is begun. What the jars do not need stays in its pail.
 * @throws DomainError `not-enough-honey` when the pails do not hold it
 */
export function drawFrom(pails: readonly PailToDraw[], neededGrams: number, shown = METRIC): number[] {
  let left = neededGrams - pails.reduce((g, p) => g + (p.takenGrams ?? 0), 0);
  const drawn = pails.map((p) => {
    if (p.takenGrams !== undefined) return p.takenGrams;
    const grams = Math.min(p.heldGrams, Math.max(0, left));
    left -= grams;
    return grams;
  });
  if (left > 0) {
    const held = pails.reduce((g, p) => g + (p.takenGrams ?? p.heldGrams), 0);
    throw new DomainError(
      "not-enough-honey",
      `That needs ${kgIn(neededGrams, shown)}; the pails give ${kgIn(held, shown)}.`,
      { neededGrams, held },
    );
  }
  return drawn;
}
