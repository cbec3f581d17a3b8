import { commandAsked, execute, Refusal } from "@/house";
import { houseWriting } from "@/house/door";
import { askerWhoMay, jsonBody, sameSite } from "../http";

export async function POST(request: Request, { params }: { params: { name: string } }): Promise<Response> {
  sameSite(request);
  const { name } = params;
  const command = commandAsked(name);
  if (!command)
    throw new Refusal("unknown-command", `There is no command called "${name.slice(0, 60)}".`, 404);
  // Before a byte of what they send is read.
  const { who, device } = await askerWhoMay(request, command);
  const input = await jsonBody(request);
  const answer = await execute(houseWriting(), command, {
    input,
    who,
    device,
    key: request.headers.get("idempotency-key") ?? "",
    at: request.headers.get("aumbry-at") ?? undefined,
  });
  return Response.json(answer, { headers: { "cache-control": "no-store" } });
}
