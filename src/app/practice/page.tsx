import type { Metadata } from "next";
import { practiceDatabase } from "@/practice/database";
import { scenariosShown } from "@/practice/games";
import { bestRuns } from "@/practice/records";
import { BeginDay } from "@/ui/practice/begin";
import { askingHere } from "../asking";

export const metadata: Metadata = { title: "Practice" };

const MOST_NAMES = 3;

/** The practice days there are, each with its best runs. */
export default async function Practice() {
  const { asker } = await askingHere();
  const db = practiceDatabase();
  if (!db)
    return (
      <p className="panel text-[20px]">
        No practice house is set up here: whoever keeps the machine gives it a database of its own
        (AUMBRY_PRACTICE_URL).
      </p>
    );
  const best = await bestRuns(db);
  return (
    <>
      <h1>Practice days</h1>
      <p className="mt-1 mb-4 max-w-3xl text-[18px]">
        Five to twenty minutes each: several cases that look alike and are not. What is true is hidden and
        goes on while you hesitate. You are judged by what could be known, not by luck. Others may play along:
        give them the address of the day.
      </p>
      <ul className="grid gap-4 md:grid-cols-2">
        {scenariosShown().map(({ id, title, asks, cases }) => {
          const own = best.find((b) => b.scenario === id && b.who === asker?.name);
          const others = best.filter((b) => b.scenario === id && b !== own).slice(0, MOST_NAMES);
          return (
            <li key={id} className="panel flex flex-col">
              <h2>{title}</h2>
              <p className="mt-1 mb-3 flex-1">{asks}</p>
              <BeginDay scenario={id} />
              <p className="mt-2 text-[15px] text-ink-2">
                {cases} cases. {own ? `Your best: ${own.points} of 100` : "Not played by you yet"}
                {others.length > 0 && `; ${others.map((o) => `${o.who} ${o.points}`).join(", ")}`}
              </p>
            </li>
          );
        })}
      </ul>
    </>
  );
}
