import type { CheckKind } from "@/house/checklists/lists";
import { checklistsView } from "@/house/checklists/view";
import { houseDatabase } from "@/house/door";
import { Checklist } from "@/ui/checklists";

/** One of the house's lists as it stands today, at the step it belongs to. */
export async function OneChecklist({ kind }: { kind: CheckKind }) {
  const list = (await checklistsView(houseDatabase())).lists.find((l) => l.kind === kind);
  return list ? <Checklist list={list} /> : null;
}
