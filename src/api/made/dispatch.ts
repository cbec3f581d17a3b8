import { Refusal } from "@/house";
import { houseDatabase } from "@/house/door";
import { dispatchNote } from "@/house/paper/dispatch-note";
import { madeFile } from "../made-file";

/** The note that goes with a dispatch; ?as=list has prices. */
export async function GET(request: Request, { params }: { params: { number: string } }): Promise<Response> {
  const { number } = params;
  if (!/^\d{1,9}$/.test(number)) throw new Refusal("unknown-dispatch", "There is no such dispatch.", 404);
  const as = new URL(request.url).searchParams.get("as") === "list" ? "list" : "note";
  const pdf = await dispatchNote(houseDatabase(), Number(number), as);
  return madeFile(pdf, { type: "application/pdf", name: `dispatch-${number}-${as}.pdf`, shown: true });
}
