import { houseDatabase } from "@/house/door";
import { seasonReport } from "@/house/paper/season-report";
import { madeFile } from "../made-file";

/** The season as PDF: ?year=2026, the year it begins; left out, this one. */
export async function GET(request: Request): Promise<Response> {
  const year = new URL(request.url).searchParams.get("year") ?? "";
  const pdf = await seasonReport(houseDatabase(), /^(?:19|20)\d{2}$/.test(year) ? Number(year) : undefined);
  return madeFile(pdf, { type: "application/pdf", name: "season.pdf", shown: true });
}
