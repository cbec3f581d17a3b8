/** QR, Code 128 and EAN-13 drawn as vectors into a PDF. */
import bwipjs from "bwip-js/node";

export type CodeKind = "qr" | "code128" | "ean13";

/** What the code library calls each kind. */
const CALLED = { qr: "qrcode", code128: "code128", ean13: "ean13" } as const;

interface Drawn {
  readonly across: number;
  readonly down: number;
  readonly paths: readonly { readonly d: string; readonly stroke: number | null }[];
}

/** A code as paths in a box of its own measure, without its quiet zone. */
export function codePaths(text: string, kind: CodeKind): Drawn {
  const svg = bwipjs.toSVG({
    bcid: CALLED[kind],
    text,
    ...(kind === "qr" ? {} : { height: 8, includetext: false }),
  });
  const [, width = "1", height = "1"] = /viewBox="0 0 (\d+(?:\.\d+)?) (\d+(?:\.\d+)?)"/.exec(svg) ?? [];
  return {
    across: Number(width),
    down: Number(height),
    paths: [...svg.matchAll(/<path ([^>]*?)\/?>/g)].flatMap(([, path = ""]) => {
      const d = /\bd="([^"]+)"/.exec(path)?.[1];
      const stroke = /stroke-width="([\d.]+)"/.exec(path)?.[1];
      return d ? [{ d, stroke: stroke ? Number(stroke) : null }] : [];
    }),
  };
}

const encoded = bwipjs.raw;

/** Modules of a code across and down: the narrowest bar or square is one. */
export function codeModules(text: string, kind: CodeKind): { across: number; down: number } {
  const [raw] = encoded({ bcid: CALLED[kind], text }) as unknown as (
    | { pixx: number; pixy: number; sbs?: undefined }
    | { sbs: readonly number[] }
  )[];
  if (raw && "pixx" in raw && raw.sbs === undefined) return { across: raw.pixx, down: raw.pixy };
  const bars = raw && "sbs" in raw ? (raw.sbs ?? []) : [];
  return { across: bars.reduce((a, b) => a + b, 0), down: 1 };
}

export function drawCode(
  doc: PDFKit.PDFDocument,
  text: string,
  kind: CodeKind,
  x: number,
  y: number,
  box: { width: number; height: number },
): void {
  const drawn = codePaths(text, kind);
  const [across, down] = [box.width / drawn.across, box.height / drawn.down];
  // Squares keep their shape; bars may be as high as there is room for.
  const scale = kind === "qr" ? [Math.min(across, down), Math.min(across, down)] : [across, down];
  doc
    .save()
    .translate(x, y)
    .scale(scale[0] as number, scale[1] as number);
  for (const { d, stroke } of drawn.paths) {
    if (stroke !== null) doc.path(d).lineWidth(stroke).stroke("#000");
    else doc.path(d).fill("#000", "even-odd");
  }
  doc.restore();
}
