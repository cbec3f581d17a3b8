import { COMMANDS, execute, Refusal } from "@/house";
import { houseDatabase } from "@/house/door";
import { jsonBody, problem, whoAsks } from "../../http";

export async function POST(
  request: Request,
  { params }: { params: Promise<{ name: string }> },
): Promise<Response> {
  try {
    const { name } = await params;
    const command = COMMANDS.get(name);
    if (!command)
      throw new Refusal("unknown-command", `There is no command called "${name.slice(0, 60)}".`, 404);
    const input = await jsonBody(request);
    const answer = await execute(houseDatabase(), command, {
      input,
      who: whoAsks(request),
      device: request.headers.get("aumbry-device") ?? "browser",
      key: request.headers.get("idempotency-key") ?? "",
      at: request.headers.get("aumbry-at") ?? undefined,
    });
    return Response.json(answer, { headers: { "cache-control": "no-store" } });
  } catch (fault) {
    return problem(fault);
  }
}
