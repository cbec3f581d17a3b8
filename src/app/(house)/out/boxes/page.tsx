import type { Metadata } from "next";
import { houseDatabase } from "@/house/door";
import { massFigureG, temp, unitOf } from "@/house/language/shown";
import { plural } from "@/house/language/spoken";
import { BOX_STATES, boxesListed, boxesView } from "@/house/out/boxes";
import { STORED_HOW } from "@/house/out/commands/boxes";
import { asRead } from "@/house/standing/decisions";
import { onceFor } from "@/house/standing/shared";
import { Caution, Lead, Panel } from "@/ui/bench";
import { Doings } from "@/ui/doings";
import { CommandForm } from "@/ui/fields/command-form";
import { Figure } from "@/ui/figures/figure";
import { Link } from "@/ui/link";
import { RecordTable } from "@/ui/table/record";
import { houseAsItStands } from "../../../read";

export const metadata: Metadata = { title: "Where the boxes are" };

export default async function Boxes({
  searchParams,
}: {
  searchParams: Promise<{ do?: string; are?: string }>;
}) {
  const s = await houseAsItStands();
  const { do: doing, are: asked } = await searchParams;
  const view = await onceFor(asRead(s), "boxes", () => boxesView(houseDatabase(), s));
  const are = BOX_STATES.find((state) => state === asked);
  const listed = boxesListed(view, are);
  const wetTags = view.wet.map((b) => b.tag).join(", ");
  const wetG = view.wet.reduce((g, b) => g + b.wetG, 0);
  return (
    <>
      <Lead title="Where the boxes are">
        <Figure value={String(view.wet.length)} unit="wet" tone={view.due > 0 ? "stop" : "ink"} />
        <span className="text-ink-2">
          {massFigureG(wetG, 1)} {unitOf("kg")} in them
          {view.due > 0 && `; ${plural(view.due, "box", "boxes")} due back on the colonies`}
        </span>
      </Lead>
      <Doings
        bay="/out/boxes"
        list={[
          { id: "returned", needs: "place-boxes", label: "Back on the colonies" },
          { id: "stored", needs: "place-boxes", label: "Store" },
          { id: "set-out", needs: "place-boxes", label: "Set out for bees" },
        ]}
        open={doing}
      />
      {doing === "returned" && (
        <CommandForm
          command="place-boxes"
          label="They are back on"
          fixed={{ way: "returned" }}
          fields={[
            { name: "supers", label: "Boxes", value: wetTags.slice(0, 400), placeholder: "41-46", span: 3 },
            { name: "colony", label: "Onto colony", hint: "left out, each onto its own", span: 2 },
          ]}
        />
      )}
      {doing === "stored" && (
        <>
          <CommandForm
            command="place-boxes"
            label="They are stored"
            fixed={{ way: "stored" }}
            fields={[
              { name: "supers", label: "Boxes", placeholder: "41-46", span: 3 },
              {
                name: "how",
                label: "Kept from moth",
                kind: "choice",
                options: STORED_HOW.map((h) => ({ value: h, label: h })),
              },
              { name: "place", label: "Where", placeholder: "loft" },
            ]}
          />
          <Caution>
            moth crystals (paradichlorobenzene) never go onto comb with honey, near food or into a room people
            work in, and are not allowed everywhere. Freezing at {temp(-15, 0)} for two days kills every
            stage.
          </Caution>
        </>
      )}
      {doing === "set-out" && (
        <>
          <CommandForm
            command="place-boxes"
            label="They are set out"
            fixed={{ way: "set-out" }}
            fields={[
              { name: "supers", label: "Boxes", placeholder: "41-46", span: 3 },
              { name: "place", label: "Where", placeholder: "far from the yards" },
            ]}
          />
          <Caution>
            wets set out draw every bee around: they carry brood disease from yard to yard, start robbing, and
            are forbidden in many places. Never those of a colony that is sick or was not inspected.
          </Caution>
        </>
      )}
      {view.fed.length > 0 && (
        <Panel title="Fed with wets" className="mb-3">
          <ul>
            {view.fed.slice(0, 60).map((f) => (
              <li key={f.colony} className="border-b border-rule py-1">
                <b>Colony {f.colony}</b> since {f.since}: {f.boxes.join(", ")}
              </li>
            ))}
          </ul>
        </Panel>
      )}
      <Panel title="Boxes">
        {view.rows.length > 0 && (
          <nav aria-label="Which boxes are listed" className="mb-3 flex flex-wrap items-center gap-2.5">
            <span>List only those</span>
            {view.counts.map((c) => (
              <Link
                key={c.state}
                className="do"
                data-quiet=""
                href={`/out/boxes?${new URLSearchParams({ ...(doing ? { do: doing } : {}), ...(c.state === are ? {} : { are: c.state }) })}`}
                aria-current={c.state === are ? "true" : undefined}
              >
                {c.state} <b className="ml-1.5 font-mono">{c.count}</b>
              </Link>
            ))}
          </nav>
        )}
        {view.rows.length === 0 ? (
          <p className="text-ink-2">No box is set up yet.</p>
        ) : (
          <RecordTable
            name="Boxes"
            rows={listed.rows}
            keyOf={(b) => b.tag}
            columns={[
              { head: "Box", value: (b) => b.tag, cell: (b) => `Super ${b.tag}` },
              {
                head: "It is",
                value: (b) => b.state,
                cell: (b) => (b.due ? <b className="text-stop">{b.state}, due back</b> : b.state),
              },
              {
                head: "Last off",
                value: (b) => b.colony,
                cell: (b) => (b.colony ? `colony ${b.colony}` : ""),
              },
              {
                head: "More",
                value: (b) => b.says,
                cell: (b) => <span className="text-ink-2">{b.says}</span>,
              },
            ]}
          />
        )}
        {listed.of > listed.rows.length && (
          <p className="mt-2 text-ink-2">
            {listed.rows.length} of {listed.of}
            {are ? "" : ", those first that are due or away from here"}. One box by its tag, with all it held:{" "}
            <Link href="/trace" className="underline underline-offset-4">
              Trace
            </Link>
            .
          </p>
        )}
      </Panel>
    </>
  );
}
