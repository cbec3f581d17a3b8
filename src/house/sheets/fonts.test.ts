import { createRequire } from "node:module";
import { describe, expect, it } from "vitest";
import { fontFile } from "./document";
import { FIGURE_HEIGHT, X_HEIGHT } from "./label-sheet";

// fontkit is what the PDF library itself reads fonts with.
const fontkit = createRequire(createRequire(import.meta.url).resolve("pdfkit"))("fontkit");

describe("heights on the label", () => {
  it.each([400, 700] as const)("are computed from what the font of weight %d really measures", (weight) => {
    const font = fontkit.openSync(fontFile(weight));
    expect(font.xHeight / font.unitsPerEm).toBeCloseTo(X_HEIGHT, 3);
    for (const digit of "0123456789") {
      const [glyph] = font.layout(digit).glyphs;
      expect(glyph.bbox.maxY / font.unitsPerEm).toBeGreaterThanOrEqual(FIGURE_HEIGHT - 0.001);
    }
  });
});
