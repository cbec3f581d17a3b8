import { houseDatabase } from "@/house/door";
import { planCalendar } from "@/house/sheets/plan-calendar";
import { problem } from "../../api/v1/http";

/** A pull plan as an iCalendar file. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  try {
    const { text, name } = await planCalendar(houseDatabase(), Number((await params).id));
    return new Response(text, {
      headers: {
        "content-type": "text/calendar; charset=utf-8",
        "content-disposition": `attachment; filename="${name}"`,
        "cache-control": "no-store",
      },
    });
  } catch (fault) {
    return problem(fault);
  }
}
