import { houseDatabase } from "@/house/door";
import { checksReport } from "@/house/paper/checks-report";
import { madeFile } from "../made-file";

/** What was looked at in a period, as PDF: ?from=2026-07-01&to=2026-07-31. */
export async function GET(request: Request): Promise<Response> {
  const asked = new URL(request.url).searchParams;
  const { pdf, name } = await checksReport(houseDatabase(), asked.get("from") ?? "", asked.get("to") ?? "");
  return madeFile(pdf, { type: "application/pdf", name, shown: true });
}
