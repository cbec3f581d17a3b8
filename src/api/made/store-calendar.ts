import { houseDatabase } from "@/house/door";
import { storeCalendar } from "@/house/paper/store-calendar";
import { madeFile } from "../made-file";

/** What is due in the store, as an iCalendar file. */
export async function GET(): Promise<Response> {
  const { text, name } = await storeCalendar(houseDatabase());
  return madeFile(text, { type: "text/calendar; charset=utf-8", name });
}
