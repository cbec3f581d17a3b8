import { Refusal } from "@/house";
import { houseDatabase } from "@/house/door";
import { analysisReport } from "@/house/paper/analysis-report";
import { madeFile } from "../made-file";

/** What a laboratory found of one sample, as PDF. */
export async function GET(_: Request, { params }: { params: { order: string } }): Promise<Response> {
  const { order } = params;
  if (!/^\d{1,9}$/.test(order)) throw new Refusal("unknown-order", "There is no such laboratory order.", 404);
  const pdf = await analysisReport(houseDatabase(), Number(order));
  return madeFile(pdf, { type: "application/pdf", name: `analysis-${order}.pdf`, shown: true });
}
