import { houseDatabase } from "@/house/door";
import { ownerStatement } from "@/house/paper/owner-statement";
import { decoded } from "../../address";
import { problem } from "../../api/v1/http";
import { madeFile } from "../../files";

/** What an owner's honey came to, as PDF. */
export async function GET(_: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  try {
    const name = decoded((await params).name);
    const pdf = await ownerStatement(houseDatabase(), name);
    return madeFile(pdf, { type: "application/pdf", name: "statement.pdf", shown: true });
  } catch (fault) {
    return problem(fault);
  }
}
