/** What a PDF says to a reader and shows to a scanner, by poppler and a reader of codes; no file is left of it. */
import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { prepareZXingModule, readBarcodes } from "zxing-wasm/reader";

const MOST_BYTES = 1e8;

/** Its words in order; `laid` as they stand on the page, `boxes` with where each stands. Pages end with "\f". */
export const wordsOf = (pdf: Uint8Array, as: "read" | "laid" | "boxes" = "read"): string =>
  execFileSync("pdftotext", [...{ read: [], laid: ["-layout"], boxes: ["-bbox"] }[as], "-", "-"], {
    input: pdf,
    maxBuffer: MOST_BYTES,
    encoding: "utf8",
  });

/** Its first page drawn at so many dots an inch: grey, as PNG or as PGM. */
export const drawnOf = (pdf: Uint8Array, as: "png" | "pgm", dpi: number): Buffer =>
  execFileSync("pdftoppm", ["-r", `${dpi}`, "-gray", ...(as === "png" ? ["-png"] : []), "-singlefile", "-"], {
    input: pdf,
    maxBuffer: MOST_BYTES,
  });

/** The codes a scanner finds on its first page, upright and dark on light as a house prints them. */
export async function codesOn(pdf: Uint8Array, dpi = 200) {
  prepareZXingModule({
    overrides: {
      wasmBinary: readFileSync("node_modules/zxing-wasm/dist/reader/zxing_reader.wasm").buffer as ArrayBuffer,
    },
  });
  return readBarcodes(new Uint8Array(drawnOf(pdf, "png", dpi)), {
    tryRotate: false,
    tryInvert: false,
    maxNumberOfSymbols: 255,
  });
}
