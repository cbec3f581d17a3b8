import { Refusal } from "@/house";
import { houseDatabase } from "@/house/door";
import { tagSheet } from "@/house/paper/tag-sheet";
import { problem } from "../api/v1/http";
import { madeFile } from "../files";

/** The sheet of tags to stick on supers: ?tags=41-52&page=a4|letter */
export async function GET(request: Request): Promise<Response> {
  try {
    const query = new URL(request.url).searchParams;
    const page = query.get("page") ?? "a4";
    if (page !== "a4" && page !== "letter") throw new Refusal("bad-input", "The page is a4 or letter.", 400);
    const pdf = await tagSheet(houseDatabase(), query.get("tags") ?? "", page);
    return madeFile(pdf, { type: "application/pdf", name: "tags.pdf", shown: true });
  } catch (fault) {
    return problem(fault);
  }
}
