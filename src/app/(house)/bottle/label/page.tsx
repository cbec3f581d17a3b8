import { redirect } from "next/navigation";
import { houseAsItStands } from "../../../read";

/** The label bench of the newest lot of jars. */
export default async function NewestLabel() {
  const s = await houseAsItStands();
  const newest = s.lots.find((l) => l.vessel === null);
  redirect(newest ? `/bottle/label/${newest.code}` : "/bottle");
}
