import { Refusal } from "@/house";
import { houseDatabase } from "@/house/door";
import { MIME } from "@/house/papers/content";
import { paperWhole } from "@/house/papers/shelf";
import { madeFile } from "../made-file";

/** A photo or paper as it was brought. It is shown as what it is and may do nothing. */
export async function GET(_: Request, { params }: { params: { id: string } }): Promise<Response> {
  const { id } = params;
  const paper = /^\d{1,12}$/.test(id) ? await paperWhole(houseDatabase(), Number(id)) : undefined;
  if (!paper)
    throw new Refusal("unknown-paper", "There is no such paper, or it is no longer what was sealed.", 404);
  const file = madeFile(paper.bytes, {
    type: MIME[paper.kind],
    name: `paper-${paper.id}.${paper.kind === "jpeg" ? "jpg" : paper.kind}`,
    shown: paper.kind !== "pdf",
  });
  file.headers.set("x-content-type-options", "nosniff");
  return file;
}
