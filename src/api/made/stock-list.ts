import { houseDatabase } from "@/house/door";
import { stockList } from "@/house/paper/stock-list";
import { madeFile } from "../made-file";

/** The list to take stock with: ?place=north shelf, or of every place. */
export async function GET(request: Request): Promise<Response> {
  const place = new URL(request.url).searchParams.get("place") ?? "";
  const pdf = await stockList(houseDatabase(), place);
  return madeFile(pdf, { type: "application/pdf", name: "stock-list.pdf", shown: true });
}
