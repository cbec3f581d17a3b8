/** An empty PDF in the house's type, and how it becomes bytes. */
import { createRequire } from "node:module";
import { pdfkit } from "./when-drawn";

export const PT_PER_MM = 72 / 25.4;

const shipped = (file: string): string => createRequire(`${process.cwd()}/`).resolve(file);

/** Not a packed one of the browser's: it would be unpacked anew for every letter that is set. */
export const fontFile = (weight: 400 | 700): string => {
  const cut = weight === 700 ? "700Bold" : "400Regular";
  return shipped(`@expo-google-fonts/atkinson-hyperlegible-next/${cut}/AtkinsonHyperlegibleNext_${cut}.ttf`);
};

/** For letters the house's own type has not: Greek, Cyrillic, the rarer ones of Latin. */
export const wideFontFile = (weight: 400 | 700): string =>
  shipped(`dejavu-fonts-ttf/ttf/DejaVuSans${weight === 700 ? "-Bold" : ""}.ttf`);

export type Weight = "plain" | "bold";

export function newDocument(page: { width: number; height: number }, title: string, author?: string) {
  const doc = new (pdfkit())({
    autoFirstPage: false,
    size: [page.width * PT_PER_MM, page.height * PT_PER_MM],
    margin: 0,
    info: { Title: title, Author: author ?? "" },
  });
  doc
    .registerFont("plain", fontFile(400))
    .registerFont("bold", fontFile(700))
    .registerFont("plain wide", wideFontFile(400))
    .registerFont("bold wide", wideFontFile(700));
  const chunks: Buffer[] = [];
  doc.on("data", (chunk: Buffer) => chunks.push(chunk));
  const done = new Promise<void>((resolve, reject) => {
    doc.on("end", resolve);
    doc.on("error", reject);
  });
  const finished = async (): Promise<Buffer> => {
    doc.end();
    await done;
    return Buffer.concat(chunks);
  };
  return { doc, finished };
}
