import type { z } from "zod";
import { Refusal } from "@/house";

/** @throws Refusal where it is something else */
export function read<T>(shape: z.ZodType<T>, body: unknown): T {
  const parsed = shape.safeParse(body);
  if (parsed.success) return parsed.data;
  throw new Refusal("bad-input", "That is no move of a practice day.");
}
