import type { Metadata } from "next";
import { houseDatabase } from "@/house/door";
import { massG } from "@/house/language/shown";
import { spoken } from "@/house/language/spoken";
import { ownersView } from "@/house/out/owners";
import { Lead, Panel } from "@/ui/bench";
import { Doings } from "@/ui/doings";
import { CommandForm } from "@/ui/fields/command-form";

export const metadata: Metadata = { title: "Owners" };

export default async function Owners({ searchParams }: { searchParams: Promise<{ do?: string }> }) {
  const { do: doing } = await searchParams;
  const owners = await ownersView(houseDatabase());
  return (
    <>
      <Lead title="Owners">
        <span className="text-ink-2">whose honey is kept apart to the last jar</span>
      </Lead>
      <Doings
        bay="/out/owners"
        list={[{ id: "share", needs: "set-owner-terms", label: "Set a share" }]}
        open={doing}
      />
      {doing === "share" && (
        <CommandForm
          command="set-owner-terms"
          label="Set the share"
          fields={[
            { name: "owner", label: "Owner", offers: owners.map((o) => o.owner), span: 3 },
            {
              name: "sharePct",
              label: "Gets of their own",
              unit: "%",
              kind: "figure",
              value: "100",
              span: 1,
            },
          ]}
        />
      )}
      {owners.length === 0 && (
        <p className="panel text-ink-2">
          No honey is kept apart. Say in the Yard whose colonies are whose: their honey then meets no other
          without their word.
        </p>
      )}
      <div className="grid gap-4">
        {owners.map((o) => (
          <Panel key={o.owner} title={o.owner}>
            {o.colonies.length > 0 && <p className="text-ink-2">Colonies {spoken(o.colonies)}</p>}
            <dl className="my-2 grid grid-cols-2 gap-x-6 gap-y-2 md:grid-cols-5">
              {[
                ["Came in", massG(o.cameG)],
                ["Comb, wax, lost", massG(o.lostG)],
                ["Given to them", massG(o.gotG)],
                ["Still here", massG(o.hereG)],
                ["Gone to others", massG(o.othersG)],
              ].map(([what, figure]) => (
                <div key={what}>
                  <dt className="text-[14px] text-ink-2">{what}</dt>
                  <dd className="font-mono text-[20px] font-semibold text-mass">{figure}</dd>
                </div>
              ))}
            </dl>
            <p>
              {o.dueG === null ? (
                <>Nothing was agreed: all of it is theirs to ask for.</>
              ) : (
                <>
                  To get <b>{massG(o.dueG)}</b>, {o.dueBy}; <b>{massG(o.restG ?? 0)}</b> still to be given.
                  {o.shortG > 0 && (
                    <b className="text-stop">
                      {" "}
                      {massG(o.shortG)} more was agreed than their own honey gives.
                    </b>
                  )}
                </>
              )}{" "}
              {o.gotG + o.foreignG > 0 && (
                <span className={o.foreignG > 0 ? "font-semibold text-stop" : "text-go"}>
                  {o.foreignG > 0
                    ? `${massG(o.foreignG, 2)} of what they got is not their own.`
                    : "What they got is their own, by every movement."}
                </span>
              )}
            </p>
            <a
              className="do mt-3"
              data-quiet=""
              href={`/owner/${encodeURIComponent(o.owner)}`}
              target="_blank"
              rel="noopener"
            >
              Statement
            </a>
          </Panel>
        ))}
      </div>
    </>
  );
}
