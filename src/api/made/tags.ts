import { Refusal } from "@/house";
import { houseDatabase } from "@/house/door";
import { VESSEL_KINDS } from "@/house/ledger/kinds";
import { insideOf } from "@/house/paper/inside";
import { tagSheet } from "@/house/paper/tag-sheet";
import { madeFile } from "../made-file";

/** The sheet of tags to stick on supers and vessels: ?tags=41-52&page=a4|letter&kind=super|pail|drum|tank|tub|bin&full=yes with what is in each */
export async function GET(request: Request): Promise<Response> {
  const query = new URL(request.url).searchParams;
  const page = query.get("page") ?? "a4";
  if (page !== "a4" && page !== "letter") throw new Refusal("bad-input", "The page is a4 or letter.", 400);
  const kind = VESSEL_KINDS.find((k) => k === (query.get("kind") ?? "super"));
  if (!kind) throw new Refusal("bad-input", `The kind is one of ${VESSEL_KINDS.join(", ")}.`, 400);
  const inside = query.get("full") === "yes" ? await insideOf(houseDatabase(), kind) : undefined;
  const pdf = await tagSheet(houseDatabase(), query.get("tags") ?? "", page, kind, inside);
  return madeFile(pdf, { type: "application/pdf", name: "tags.pdf", shown: true });
}
