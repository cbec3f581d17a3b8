import { Refusal } from "@/house";
import { houseDatabase } from "@/house/door";
import { labelSheet } from "@/house/paper/label-sheet";
import { decoded } from "../../address";
import { problem } from "../../api/v1/http";
import { madeFile } from "../../files";

/** The label sheet of a lot: ?page=a4|letter&count=&skip=&code=qr|code128 */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ code: string }> },
): Promise<Response> {
  try {
    const { code } = await params;
    const query = new URL(request.url).searchParams;
    const page = query.get("page") ?? "a4";
    const mark = query.get("code") ?? "qr";
    if (page !== "a4" && page !== "letter") throw new Refusal("bad-input", "The page is a4 or letter.", 400);
    if (mark !== "qr" && mark !== "code128")
      throw new Refusal("bad-input", "The code is qr or code128.", 400);
    const figure = (name: string) => (query.has(name) ? { [name]: Number(query.get(name)) } : {});
    const { pdf, name } = await labelSheet(houseDatabase(), decoded(code), {
      page,
      code: mark,
      ...figure("count"),
      ...figure("skip"),
    });
    return madeFile(pdf, { type: "application/pdf", name, shown: true });
  } catch (fault) {
    return problem(fault);
  }
}
