import { massG } from "@/house/language/shown";
import { capital } from "@/house/language/spoken";
import type { Snapshot } from "@/house/standing/snapshot";

/** The field that asks for a vessel that holds honey, `from` being the one that was pressed before. */
export const holdingField = (s: Snapshot, from: string | undefined) => ({
  name: "vessel" as const,
  label: "Vessel",
  kind: "choice" as const,
  span: 3 as const,
  options: s.vessels.map((v) => ({
    value: v.name,
    label: `${capital(v.name)}, ${massG(v.grams)}, ${v.from}`,
  })),
  ...(from ? { value: from } : {}),
});
