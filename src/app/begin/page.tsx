import type { Metadata } from "next";
import { redirect } from "next/navigation";
import { isUnbegun } from "@/house/access/sign-in";
import { peopleAtTheDoor } from "@/house/access/view";
import { houseDatabase } from "@/house/door";
import { Begin } from "@/ui/people/begin";
import { askingHere } from "../asking";

export const metadata: Metadata = { title: "First start" };

export default async function BeginPage() {
  const { here } = await askingHere();
  if (!(await isUnbegun(houseDatabase()))) redirect("/sign-in");
  const leads = (await peopleAtTheDoor(houseDatabase())).filter((p) => p.role === "lead").map((p) => p.name);
  return (
    <main className="mx-auto max-w-md p-5 pt-[8vh]">
      <p className="mb-1 text-[15px] font-semibold text-ink-2">Aumbry</p>
      <h1 className="mb-2">{leads.length > 0 ? "Who leads this house?" : "A new house"}</h1>
      <p className="mb-4 text-ink-2">
        {leads.length > 0
          ? `It is led by ${leads.join(", ")}, and nobody can prove who they are yet. A lead chooses a password, and lets the others in.`
          : "Somebody leads it: decides, lets lots go, and lets the others in. Choose your name as it will stand on the tape."}
      </p>
      <div className="panel">
        <Begin fresh={leads.length === 0} here={here} name={leads.length === 1 ? (leads[0] ?? "") : ""} />
      </div>
    </main>
  );
}
