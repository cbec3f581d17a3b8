import { houseDatabase } from "@/house/door";
import { decoded } from "@/house/language/address";
import { ownerStatement } from "@/house/paper/owner-statement";
import { madeFile } from "../made-file";

/** What an owner's honey came to, as PDF. */
export async function GET(_: Request, { params }: { params: { name: string } }): Promise<Response> {
  const name = decoded(params.name);
  const pdf = await ownerStatement(houseDatabase(), name);
  return madeFile(pdf, { type: "application/pdf", name: "statement.pdf", shown: true });
}
