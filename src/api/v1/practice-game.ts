import { z } from "zod";
import { practiceHouse } from "@/practice/database";
import { look, move } from "@/practice/games";
import { asker, jsonBody, sameSite } from "../http";
import { practiceProblem } from "./practice-asked";
import { read } from "./practice-read";

interface Named {
  readonly params: { id: string };
}
const ASKED = z.strictObject({ nth: z.number().int().min(1).max(50), move: z.string().max(40) });

/** How a practice day stands; looked at by every tablet that plays it. */
export async function GET(_: Request, { params }: Named): Promise<Response> {
  try {
    return Response.json(await look(practiceHouse(), params.id));
  } catch (fault) {
    return practiceProblem(fault);
  }
}

/** Decides: {"nth":1,"move":"read"}. */
export async function POST(request: Request, { params }: Named): Promise<Response> {
  try {
    sameSite(request);
    const { name } = await asker(request);
    const asked = read(ASKED, await jsonBody(request));
    return Response.json(await move(practiceHouse(), params.id, { ...asked, who: name }));
  } catch (fault) {
    return practiceProblem(fault);
  }
}
