/** A picture checked by what it is, not by what it calls itself. */
import { refuse } from "../language/errors";
import { pdfkit } from "../paper/when-drawn";
import { kindOf, sizeOf } from "../papers/content";

const MOST_BYTES = 500_000;
/** A few bytes may unpack to more than fits anywhere. */
const MOST_PIXELS = 4_000_000;

export interface Picture {
  readonly kind: "png" | "jpeg";
  readonly bytes: Buffer;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** @throws Refusal for anything but a PNG or JPEG of a bearable size */
export function pictureOf(base64: string): Picture {
  const text = base64.replace(/^data:[a-z/+.-]{1,40};base64,/, "");
  const no = (says: string): never => refuse("bad-logo", says, "data");
  if (!/^[A-Za-z0-9+/]+={0,2}$/.test(text)) no("The picture is not written in base64.");
  const bytes = Buffer.from(text, "base64");
  if (bytes.length > MOST_BYTES)
    no(`The logo is ${Math.round(bytes.length / 1000)} kB; at most 500 kB are kept.`);
  if (/^\s*(?:<\?xml|<svg|<!--|<!DOCTYPE)/i.test(bytes.toString("utf8", 0, 400)))
    no("A drawing (SVG) can carry programs and is not taken: bring the logo as PNG or JPEG.");
  const kind = kindOf(bytes);
  if (kind !== "png" && kind !== "jpeg") return no("That is neither a PNG nor a JPEG picture.");
  try {
    const { width, height } = sizeOf(bytes, kind);
    if (!(width >= 8 && height >= 8)) no("The picture is broken, or smaller than 8 pixels.");
    if (width * height > MOST_PIXELS)
      no(`The picture has ${width} by ${height} pixels; at most four million in all.`);
    // Whoever prints it opens it: a broken one is found now.
    const doc = new (pdfkit())({ size: [100, 100] });
    doc.image(bytes, 0, 0, { width: 50 });
    doc.end();
    return { kind, bytes, widthPx: width, heightPx: height };
  } catch (fault) {
    if (fault instanceof Error && fault.name === "Refusal") throw fault;
    return no("The picture is broken: it cannot be opened.");
  }
}
