import { z } from "zod";
import { practiceHouse } from "@/practice/database";
import { begin } from "@/practice/games";
import { asker, jsonBody, sameSite } from "../http";
import { practiceProblem } from "./practice-asked";
import { read } from "./practice-read";

const ASKED = z.strictObject({ scenario: z.string().max(40) });

/** Begins a practice day: {"scenario":"ripe"}. It is of the practice house, and reaches no other. */
export async function POST(request: Request): Promise<Response> {
  try {
    sameSite(request);
    const { name } = await asker(request);
    const { scenario } = read(ASKED, await jsonBody(request));
    return Response.json({ id: await begin(practiceHouse(), scenario, name) }, { status: 201 });
  } catch (fault) {
    return practiceProblem(fault);
  }
}
