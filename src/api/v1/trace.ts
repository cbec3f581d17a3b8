import { Refusal } from "@/house";
import { houseDatabase } from "@/house/door";
import { decoded } from "@/house/language/address";
import { TRACE_KINDS, type TraceKind, traceAsked, traceView } from "@/house/trace";

export async function GET(
  request: Request,
  { params }: { params: { kind: string; name: string } },
): Promise<Response> {
  const { kind, name } = params;
  if (!(TRACE_KINDS as readonly string[]).includes(kind))
    throw new Refusal("unknown-kind", `Trace one of: ${TRACE_KINDS.join(", ")}.`, 404);
  const asked = traceAsked(new URL(request.url).searchParams);
  return Response.json(await traceView(houseDatabase(), kind as TraceKind, decoded(name), asked), {
    headers: { "cache-control": "no-store" },
  });
}
