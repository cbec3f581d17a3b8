import { Refusal } from "@/house";
import { houseDatabase } from "@/house/door";
import { decoded } from "@/house/language/address";
import { TRACE_KINDS, type TraceKind, traceAsked, traceView } from "@/house/trace";
import { problem } from "../http";

export async function GET(
  request: Request,
  { params }: { params: { kind: string; name: string } },
): Promise<Response> {
  try {
    const { kind, name } = params;
    if (!(TRACE_KINDS as readonly string[]).includes(kind))
      throw new Refusal("unknown-kind", `Trace one of: ${TRACE_KINDS.join(", ")}.`, 404);
    const asked = traceAsked(new URL(request.url).searchParams);
    return Response.json(await traceView(houseDatabase(), kind as TraceKind, decoded(name), asked), {
      headers: { "cache-control": "no-store" },
    });
  } catch (fault) {
    return problem(fault);
  }
}
