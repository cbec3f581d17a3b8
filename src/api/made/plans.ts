import { houseDatabase } from "@/house/door";
import { planCalendar } from "@/house/paper/plan-calendar";
import { madeFile } from "../made-file";

/** A pull plan as an iCalendar file. */
export async function GET(_: Request, { params }: { params: { id: string } }): Promise<Response> {
  const { text, name } = await planCalendar(houseDatabase(), Number(params.id));
  return madeFile(text, { type: "text/calendar; charset=utf-8", name });
}
