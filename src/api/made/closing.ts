import { houseDatabase } from "@/house/door";
import { closingSheet } from "@/house/paper/closing-sheet";
import { madeFile } from "../made-file";

/** The day's closing on one page, with the newest seal of the ledger. */
export async function GET(): Promise<Response> {
  const { pdf, name } = await closingSheet(houseDatabase());
  return madeFile(pdf, { type: "application/pdf", name, shown: true });
}
