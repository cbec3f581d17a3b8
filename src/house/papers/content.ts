/** A file by what is in it, not by what it calls itself. */
import { pdfkit } from "../paper/when-drawn";

const PNG = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);

export type PaperKind = "png" | "jpeg" | "pdf";

export const MIME: Readonly<Record<PaperKind, string>> = {
  png: "image/png",
  jpeg: "image/jpeg",
  pdf: "application/pdf",
};

/** What it begins as; null for anything that is not a picture or a PDF. */
export function kindOf(bytes: Buffer): PaperKind | null {
  if (bytes.subarray(0, 8).equals(PNG)) return "png";
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return "jpeg";
  return bytes.subarray(0, 5).toString("latin1") === "%PDF-" ? "pdf" : null;
}

/** Width and height as its head tells them; 0 by 0 where it tells none. @throws when a JPEG cannot be read */
export function sizeOf(bytes: Buffer, kind: "png" | "jpeg"): { width: number; height: number } {
  if (kind === "png") {
    if (bytes.length < 33 || bytes.toString("latin1", 12, 16) !== "IHDR") return { width: 0, height: 0 };
    return { width: bytes.readUInt32BE(16), height: bytes.readUInt32BE(20) };
  }
  const doc = new (pdfkit())({ autoFirstPage: false }) as unknown as {
    openImage: (bytes: Buffer) => { width: number; height: number };
  };
  const { width, height } = doc.openImage(bytes);
  return { width, height };
}

/** What is wrong with a paper; null where it can be kept. */
export function wrongWith(bytes: Buffer): string | null {
  const kind = kindOf(bytes);
  if (kind === null) return "That is neither a picture (PNG, JPEG) nor a PDF.";
  if (kind === "pdf")
    return bytes.subarray(-1024).toString("latin1").includes("%%EOF")
      ? null
      : "That PDF ends in the middle: it was not sent whole.";
  try {
    const { width, height } = sizeOf(bytes, kind);
    return width > 0 && height > 0 && width <= 20_000 && height <= 20_000 ? null : "That picture is broken.";
  } catch {
    return "That picture is broken: it cannot be opened.";
  }
}
