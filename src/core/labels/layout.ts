/**
 * Where everything stands on a label, in millimetres: one layout, drawn in the browser, as SVG and as PDF. What
 * letters measure and how many bars a code has is told by whoever draws; nothing here knows a font.
 */
import { mustBeWithin } from "../domain-error";
import type { LabelContent, LabelLine } from "./content";
import type { DrawnPart, LabelCode, LabelDesign } from "./design";

export const LABEL_MM = { width: { lo: 20, hi: 210 }, height: { lo: 12, hi: 297 } } as const;
export const LETTERS_MM = { lo: 0.5, hi: 8 } as const;
export const FIGURES_MM = { lo: 1, hi: 30 } as const;

export interface Measures {
  /** Width in mm of a text set `sizeMm` high (em). */
  readonly width: (text: string, sizeMm: number, bold: boolean) => number;
  /** x-height and height of figures, as shares of the type's size. */
  readonly xHeight: number;
  readonly figureHeight: number;
  /** Modules of a code across and down, without its quiet zone. */
  readonly code: (kind: LabelCode, text: string) => { readonly across: number; readonly down: number };
  /** Width over height; null where there is no logo. */
  readonly logo: number | null;
}

export type ItemId =
  | LabelLine["id"]
  | "kind"
  | "kind-also"
  | "free"
  | "packer"
  | "net"
  | "net-us"
  | "digits"
  | "seal";

export type Item =
  | {
      readonly what: "text";
      readonly id: ItemId;
      readonly text: string;
      readonly xMm: number;
      /** The line the letters stand on. */
      readonly baseMm: number;
      readonly sizeMm: number;
      readonly wideMm: number;
      readonly bold: boolean;
    }
  | {
      readonly what: "code";
      readonly kind: LabelCode;
      readonly text: string;
      /** The bars alone; the quiet zone lies around them. */
      readonly xMm: number;
      readonly yMm: number;
      readonly wMm: number;
      readonly hMm: number;
      readonly moduleMm: number;
      readonly quietMm: number;
    }
  | {
      readonly what: "logo";
      readonly xMm: number;
      readonly yMm: number;
      readonly wMm: number;
      readonly hMm: number;
    };

export interface LabelLayout {
  readonly part: DrawnPart;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly padMm: number;
  readonly items: readonly Item[];
  /** What found no room, by its id. */
  readonly cut: readonly ItemId[];
  /** So high the label must be for all of it. */
  readonly neededMm: number;
  readonly lettersMm: number;
  readonly figuresMm: number;
  /** Of the second unit beside them; null where there is none. */
  readonly ouncesMm: number | null;
  /** How far down the net quantity begins, 0-1 of the height. */
  readonly netFrom: number | null;
}

/** Clear space a scanner needs beside the bars, in modules: ISO/IEC 18004, ISO/IEC 15417, GS1 General Specifications. */
export const QUIET_MODULES: Readonly<Record<Exclude<LabelCode, "none">, number>> = {
  qr: 4,
  code128: 10,
  ean13: 11,
};
/** EAN-13 at four fifths of its size, the least that is allowed (GS1 General Specifications 5.2). */
const EAN_MODULE_MM = 0.264;
const EAN_HIGH_MM = 18.3;
const EAN_DIGITS_MM = 2.8;
const QR_WIDE_MM = 14;
const BARS_HIGH_MM = 7;
const BAR_MODULE_MM = 0.3;
const LINE = 1.22;

/** Words of a text in lines that fit; a word longer than the line stands alone. */
function wrapped(text: string, wide: (t: string) => number, mostMm: number): string[] {
  const lines: string[] = [];
  let line = "";
  for (const word of text.split(" ")) {
    const next = line === "" ? word : `${line} ${word}`;
    if (line !== "" && wide(next) > mostMm) {
      lines.push(line);
      line = word;
    } else line = next;
  }
  return line === "" ? lines : [...lines, line];
}

const ON_FRONT: readonly LabelLine["id"][] = ["grade", "blooms"];

/**
 * @throws DomainError when the label or its letters are smaller or larger than can be meant
 */
export function layOut(
  content: LabelContent,
  design: LabelDesign,
  part: DrawnPart,
  m: Measures,
): LabelLayout {
  const { widthMm, heightMm } = design;
  mustBeWithin(widthMm, LABEL_MM.width.lo, LABEL_MM.width.hi, "The label's width", "mm");
  mustBeWithin(heightMm, LABEL_MM.height.lo, LABEL_MM.height.hi, "The label's height", "mm");
  mustBeWithin(design.lettersMm, LETTERS_MM.lo, LETTERS_MM.hi, "The small letters", "mm");
  mustBeWithin(design.figuresMm, FIGURES_MM.lo, FIGURES_MM.hi, "The figures", "mm");
  const pad = Math.min(3, widthMm / 12, heightMm / 8);
  const wide = widthMm - 2 * pad;
  const items: Item[] = [];
  const cut = new Set<ItemId>();
  const small = design.lettersMm / m.xHeight;
  let y = pad;

  const write = (id: ItemId, text: string, size: number, bold: boolean, x = pad, mostMm = wide): void => {
    for (const line of wrapped(text, (t) => m.width(t, size, bold), mostMm)) {
      const wideMm = m.width(line, size, bold);
      items.push({
        what: "text",
        id,
        text: line,
        xMm: x,
        baseMm: y + size * 0.82,
        sizeMm: size,
        wideMm,
        bold,
      });
      if (wideMm > mostMm + 0.01) cut.add(id);
      y += size * LINE;
    }
  };

  if (part === "seal") {
    const text = `${content.packer[0] ?? ""} · ${content.lot}`;
    const size = Math.max(small, Math.min(heightMm * 0.32, small * 2));
    y = (heightMm - size) / 2;
    write("seal", text, m.width(text, size, true) > wide ? small : size, true);
    const wideMm = Math.max(...items.map((i) => (i.what === "text" ? i.wideMm : 0)));
    return {
      part,
      widthMm,
      heightMm,
      padMm: pad,
      items,
      cut: y > heightMm || wideMm > wide + 0.01 ? ["seal"] : [],
      neededMm: Math.max(heightMm, y + pad),
      lettersMm: design.lettersMm,
      figuresMm: design.figuresMm,
      ouncesMm: null,
      netFrom: null,
    };
  }

  const front = part !== "back";
  const textual =
    part === "one" ? content.lines : content.lines.filter((l) => ON_FRONT.includes(l.id) === front);

  // The net quantity has the foot of the label: what comes above must leave it its room.
  const figureSize = design.figuresMm / m.figureHeight;
  let ouncesMm: number | null = null;
  let footTop = heightMm - pad;
  let netFrom: number | null = null;
  if (front) {
    const [first = "", second] = content.net;
    const base = heightMm - pad;
    const firstWide = m.width(first, figureSize, true);
    items.push({
      what: "text",
      id: "net",
      text: first,
      xMm: pad,
      baseMm: base,
      sizeMm: figureSize,
      wideMm: firstWide,
      bold: true,
    });
    if (firstWide > wide + 0.01) cut.add("net");
    if (second !== undefined) {
      const x = pad + firstWide + figureSize * 0.35;
      const room = widthMm - pad - x;
      const unit = m.width(second, 1, true);
      const size = Math.min(figureSize, room / unit);
      ouncesMm = Math.max(0, size) * m.figureHeight;
      if (size < small) cut.add("net-us");
      else
        items.push({
          what: "text",
          id: "net-us",
          text: second,
          xMm: x,
          baseMm: base,
          sizeMm: size,
          wideMm: unit * size,
          bold: true,
        });
    }
    footTop = base - design.figuresMm - 0.8;
    netFrom = footTop / heightMm;

    // The logo stands right of the name and never takes more than a third of the label.
    let titleWide = wide;
    if (design.logo && m.logo !== null) {
      const h = Math.min(heightMm * 0.24, (wide * 0.33) / m.logo);
      const w = h * m.logo;
      items.push({ what: "logo", xMm: widthMm - pad - w, yMm: pad, wMm: w, hMm: h });
      titleWide = wide - w - 2;
    }
    const natural = Math.min(6.5, heightMm * 0.15);
    const fits = (text: string, most: number) => Math.min(most, titleWide / m.width(text, 1, true));
    write("kind", content.kind, Math.max(small * 1.15, fits(content.kind, natural)), true, pad, titleWide);
    if (content.kindAlso !== "")
      write(
        "kind-also",
        content.kindAlso,
        Math.max(small * 1.15, fits(content.kindAlso, natural * 0.8)),
        true,
        pad,
        titleWide,
      );
    if (content.free !== "")
      write("free", content.free, Math.max(small, natural * 0.5), false, pad, titleWide);
    y += 0.6;
  }

  let besideWide = wide;
  let codeFoot = 0;
  if (part !== "front" && design.code !== "none") {
    const { across, down } = m.code(design.code, content.codeText);
    const quiet = QUIET_MODULES[design.code];
    if (design.code === "qr") {
      const room = Math.max(1, Math.min(QR_WIDE_MM, wide * 0.45, footTop - y - 0.4));
      const moduleMm = room / (across + quiet);
      // The quiet zone reaches into the margin, which is empty as well.
      const size = across * moduleMm;
      items.push({
        what: "code",
        kind: "qr",
        text: content.codeText,
        xMm: widthMm - pad - size,
        yMm: y + 0.4,
        wMm: size,
        hMm: down * moduleMm,
        moduleMm,
        quietMm: Math.min(quiet * moduleMm, pad),
      });
      besideWide = wide - size - quiet * moduleMm;
      codeFoot = y + 0.4 + size + quiet * moduleMm;
    } else {
      const natural = design.code === "ean13" ? EAN_MODULE_MM : BAR_MODULE_MM;
      const moduleMm = Math.min(natural, (widthMm - 0.5) / (across + 2 * quiet));
      const w = across * moduleMm;
      const digits = design.code === "ean13" ? EAN_DIGITS_MM : 0;
      const h = design.code === "ean13" ? Math.min(EAN_HIGH_MM, heightMm * 0.3) : BARS_HIGH_MM;
      const yMm = footTop - h - digits - 0.6;
      if (digits > 0) {
        // Whoever cannot scan it types it.
        const sizeMm = 2.6;
        const wideMm = m.width(content.codeText, sizeMm, false);
        items.push({
          what: "text",
          id: "digits",
          text: content.codeText,
          xMm: (widthMm - wideMm) / 2,
          baseMm: yMm + h + sizeMm * 0.9,
          sizeMm,
          wideMm,
          bold: false,
        });
      }
      items.push({
        what: "code",
        kind: design.code,
        text: content.codeText,
        xMm: (widthMm - w) / 2,
        yMm,
        wMm: w,
        hMm: h,
        moduleMm,
        quietMm: Math.min(quiet * moduleMm, (widthMm - w) / 2),
      });
      footTop = yMm - 0.5;
    }
  }

  for (const line of textual) {
    const from = y;
    write(line.id, line.text, small, false, pad, y < codeFoot ? besideWide : wide);
    if (y > footTop + 0.01) cut.add(line.id);
    if (from === y) continue;
    y += 0.25;
  }
  if (part !== "front") {
    const packer = content.packer.join(", ");
    // Under the code the packer has the label's whole width.
    write("packer", packer, small, false, pad, y < codeFoot ? besideWide : wide);
    if (y > footTop + 0.01) cut.add("packer");
  }
  const needs = Math.max(y, codeFoot) + (heightMm - footTop);
  return {
    part,
    widthMm,
    heightMm,
    padMm: pad,
    items,
    cut: [...cut],
    neededMm: Math.ceil(Math.max(needs, 0) * 10) / 10,
    lettersMm: design.lettersMm,
    figuresMm: design.figuresMm,
    ouncesMm,
    netFrom,
  };
}

/** The parts a design is drawn in. */
export const partsOf = (design: LabelDesign): readonly DrawnPart[] =>
  design.parts === "one" ? ["one"] : ["front", "back"];
