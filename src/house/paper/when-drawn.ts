/**
 * What sets type and draws sheets, read when the first one is drawn: a server stands up in two thirds of the time
 * without it.
 */
import { createRequire } from "node:module";

const shipped = createRequire(`${process.cwd()}/`);

export const pdfkit = (): typeof import("pdfkit") => shipped("pdfkit");
export const fontkit = (): typeof import("fontkit") => shipped("fontkit");
