/** QR and Code 128 drawn as vectors into a PDF. */
import bwipjs from "bwip-js/node";

export type CodeKind = "qr" | "code128";

export function drawCode(
  doc: PDFKit.PDFDocument,
  text: string,
  kind: CodeKind,
  x: number,
  y: number,
  box: { width: number; height: number },
): void {
  const svg = bwipjs.toSVG(
    kind === "qr"
      ? { bcid: "qrcode", text: text }
      : { bcid: "code128", text: text, height: 8, includetext: false },
  );
  const [, width = "1", height = "1"] = /viewBox="0 0 (\d+(?:\.\d+)?) (\d+(?:\.\d+)?)"/.exec(svg) ?? [];
  const [across, down] = [box.width / Number(width), box.height / Number(height)];
  // Squares keep their shape; bars may be as high as there is room for.
  const scale = kind === "qr" ? [Math.min(across, down), Math.min(across, down)] : [across, down];
  doc
    .save()
    .translate(x, y)
    .scale(scale[0] as number, scale[1] as number);
  for (const [, path = ""] of svg.matchAll(/<path ([^>]*?)\/?>/g)) {
    const d = /\bd="([^"]+)"/.exec(path)?.[1];
    if (!d) continue;
    const strokeWidth = /stroke-width="([\d.]+)"/.exec(path)?.[1];
    if (strokeWidth) doc.path(d).lineWidth(Number(strokeWidth)).stroke("#000");
    else doc.path(d).fill("#000", "even-odd");
  }
  doc.restore();
}
