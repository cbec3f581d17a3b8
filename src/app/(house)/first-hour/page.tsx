import type { Metadata } from "next";
import { Lead } from "@/ui/bench";
import { FirstHour } from "@/ui/people/first-hour";
import { houseAsItStands } from "../../read";

export const metadata: Metadata = { title: "The first hour" };

/** Five questions, and the first pull can be entered. */
export default async function FirstHourPage() {
  const s = await houseAsItStands();
  const begun = s.house.entry_id !== null || s.equipment.yards;
  return (
    <>
      <Lead title="The first hour">
        <span className="text-ink-2">
          five questions; everything can be changed later, and each answer undone
        </span>
      </Lead>
      <FirstHour begun={begun} />
    </>
  );
}
