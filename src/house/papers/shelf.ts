/** Where photos and papers are put away and taken from. */
export { hashOf, keepPaper, paperWhole } from "./records";
