/** Whose units an answer is written in: those the asking tablet chose, else the house's own. */
import { AsyncLocalStorage } from "node:async_hooks";
import type { Shown } from "@/core/units";
import { shownFrom } from "@/core/units";
import { houseUnits } from "@/house/door";
import { readersAreFoundBy } from "@/house/language/shown";
import { UNITS_COOKIE } from "@/house/language/units-cookie";

const reading = new AsyncLocalStorage<Shown>();
readersAreFoundBy(() => reading.getStore());

/** What the tablet keeps; "" when it goes with the house. */
function chosen(cookies: string): string {
  const kept = cookies
    .split(";")
    .map((c) => c.trim())
    .find((c) => c.startsWith(`${UNITS_COOKIE}=`));
  try {
    return decodeURIComponent(kept?.slice(UNITS_COOKIE.length + 1) ?? "");
  } catch {
    return "";
  }
}

/**
 * Answers in the units of the one who asks; where the records are away, in the house's kilograms.
 * @param houseShown the house's own, where they are known already
 */
export async function inUnitsOf(
  cookies: string | undefined,
  houseShown: string | undefined,
  answer: () => Promise<void>,
): Promise<void> {
  const house = houseShown === undefined ? await houseUnits().catch(() => undefined) : shownFrom(houseShown);
  await reading.run(shownFrom(chosen(cookies?.slice(0, 8000) ?? ""), house), answer);
}
