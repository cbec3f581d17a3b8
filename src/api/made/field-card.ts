import { houseDatabase } from "@/house/door";
import { fieldCardPdf } from "@/house/paper/field-card";
import { madeFile } from "../made-file";

/** One sheet a station, to hang up there. */
export async function GET(): Promise<Response> {
  const { pdf, name } = await fieldCardPdf(houseDatabase());
  return madeFile(pdf, { type: "application/pdf", name, shown: true });
}
