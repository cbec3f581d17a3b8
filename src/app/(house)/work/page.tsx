import type { Metadata } from "next";
import { myWork, pailStands } from "@/house/spin/my-work";
import { Lead, Panel } from "@/ui/bench";
import { GiveWork } from "@/ui/hands/give-work";
import { Mine, WhoElse } from "@/ui/hands/mine";
import { Link } from "@/ui/link";
import { askingHere } from "../../asking";
import { floorAsItStands } from "../../read";

export const metadata: Metadata = { title: "My work" };

/** Now, next and when, in type for two metres; the lead sees everybody's. */
export default async function MyWork({
  searchParams,
}: {
  searchParams: Promise<{ who?: string | string[] }>;
}) {
  const { who } = await searchParams;
  const { asker } = await askingHere();
  const floor = await floorAsItStands();
  const view = myWork(floor);
  const name = (typeof who === "string" ? who : null) ?? asker?.name ?? null;
  const mine = view.people.find((p) => p.person.toLowerCase() === name?.toLowerCase()) ?? null;
  if (view.none)
    return (
      <>
        <Lead title="My work" />
        <p className="panel max-w-2xl text-[22px] leading-snug">{view.none}</p>
        <p className="mt-3">
          <Link href="/spin?do=day" className="do" data-quiet="">
            Plan the day
          </Link>
        </p>
      </>
    );
  return (
    <>
      {mine ? (
        <Mine
          key={mine.person}
          work={mine}
          pail={pailStands(floor)}
          clogged={view.clogged}
          nowMs={floor.nowMs}
        />
      ) : (
        <>
          <Lead title="My work" />
          <p className="panel mb-4 max-w-2xl text-[20px] leading-snug">
            {name
              ? `${name} is not in today's plan: whoever plans the day names who is there and what they can do.`
              : "Tap a name: then its next thing stands here."}
          </p>
        </>
      )}
      <Panel title={mine ? "The others" : "Who does what"} className="mt-4">
        <WhoElse people={view.people.filter((p) => p !== mine)} />
      </Panel>
      {asker?.role === "lead" && (
        <Panel title="Send somebody" className="mt-4">
          <GiveWork
            places={view.places}
            people={floor.crew}
            boxes={floor.inBatch.filter((t) => !floor.uncapped.includes(t))}
          />
        </Panel>
      )}
    </>
  );
}
