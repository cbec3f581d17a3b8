import Papa from "papaparse";
import { houseDatabase } from "@/house/door";
import { recallLetters, recallReport, recallRows } from "@/house/paper/recall-report";
import { recallAsked } from "@/house/recall/asked";
import { madeFile } from "../made-file";

/** A recall as PDF, ?as=csv, or ?as=letters; of a drill by its number, or of anything by name. */
export async function GET(request: Request): Promise<Response> {
  const params = new URL(request.url).searchParams;
  const asked = recallAsked(Object.fromEntries(params));
  const db = houseDatabase();
  if (params.get("as") === "csv")
    return madeFile(Papa.unparse(await recallRows(db, asked), { escapeFormulae: true }), {
      type: "text/csv; charset=utf-8",
      name: "recall.csv",
    });
  if (params.get("as") === "letters")
    return madeFile(await recallLetters(db, asked), {
      type: "text/plain; charset=utf-8",
      name: "letters.txt",
    });
  return madeFile(await recallReport(db, asked), {
    type: "application/pdf",
    name: "recall.pdf",
    shown: true,
  });
}
