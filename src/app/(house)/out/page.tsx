import type { Metadata } from "next";
import Link from "next/link";
import { houseDatabase } from "@/house/door";
import { writtenDay } from "@/house/language/clock";
import { jar, massFigureG, massG, unitOf } from "@/house/language/shown";
import { capital, plural } from "@/house/language/spoken";
import { decisions } from "@/house/standing/decisions";
import { buyerNames, keyFrom, parcelsPage } from "@/house/standing/lists";
import { Doings, Lead, Older, Panel } from "@/ui/bench";
import { Decisions } from "@/ui/decisions";
import { CommandForm } from "@/ui/fields/command-form";
import { Figure } from "@/ui/figures/figure";
import { RecordTable } from "@/ui/table/record";
import { houseAsItStands } from "../../read";

export const metadata: Metadata = { title: "Out" };

export default async function Out({
  searchParams,
}: {
  searchParams: Promise<{ do?: string; lot?: string; before?: string }>;
}) {
  const s = await houseAsItStands();
  const search = await searchParams;
  const [parcels, buyers] = await Promise.all([
    parcelsPage(houseDatabase(), keyFrom(search.before)),
    buyerNames(houseDatabase()),
  ]);
  // Oldest first, as it is advised.
  const here = s.lots.filter((l) => l.jars > l.jars_out).reverse();
  return (
    <>
      <Lead title="Out">
        <Figure
          value={massFigureG(s.sentGrams)}
          unit={`${unitOf("kg")} sent to ${plural(buyers.length, "buyer")}`}
          tone="mass"
        />
        {s.besides.wets > 0 && (
          <span className="text-ink-2">
            and {massG(s.besides.wets)} in spun combs, ready to go back to the colonies
          </span>
        )}
      </Lead>
      <Decisions list={decisions(s).filter((d) => d.bay === "Out")} none="No jars stand ready to leave." />
      <Doings
        bay="/out"
        list={[
          { id: "send", label: "Send jars" },
          { id: "bulk", label: "Send a vessel" },
        ]}
        open={search.do}
      />
      {search.do === "bulk" && (
        <CommandForm
          command="send-vessel"
          label="Send it"
          fields={[
            {
              name: "vessel",
              label: "Vessel",
              kind: "choice",
              options: s.vessels.map((v) => ({
                value: v.name,
                label: `${capital(v.name)}, ${massG(v.grams)}, ${v.from}`,
              })),
              span: 3,
            },
            { name: "kg", label: "Of it", unit: "kg", kind: "figure", hint: "all when left out", span: 1 },
            { name: "honeyKind", label: "Kind of honey", placeholder: "Lime honey" },
            { name: "buyer", label: "Buyer", offers: buyers, placeholder: "Harbour Deli", span: 3 },
            {
              name: "newBuyer",
              label: "It is another buyer, written as it should be",
              kind: "check",
              whenAsked: true,
            },
            { name: "despite", label: "Sent all the same, because", whenAsked: true, span: 3 },
          ]}
        />
      )}
      {search.do === "send" && here.length === 0 && (
        <p className="panel mb-3">There are no jars to send. Fill some in the Bottle bay first.</p>
      )}
      {search.do === "send" && here.length > 0 && (
        <CommandForm
          key={search.lot ?? ""}
          command="send-jars"
          label="Send them"
          fields={[
            {
              name: "lot",
              label: "Lot",
              kind: "choice",
              options: here.map((l) => ({
                value: l.code,
                label: `${l.code}, ${l.jars - l.jars_out} of ${jar(l.nominal_g)}`,
              })),
              ...(search.lot ? { value: search.lot } : {}),
              span: 3,
            },
            { name: "jars", label: "Jars", kind: "figure", span: 1 },
            { name: "buyer", label: "Buyer", offers: buyers, placeholder: "Harbour Deli", span: 3 },
            {
              name: "newBuyer",
              label: "It is another buyer, written as it should be",
              kind: "check",
              whenAsked: true,
            },
            { name: "again", label: "It is another parcel", kind: "check", whenAsked: true },
          ]}
        />
      )}
      <Panel title="What has left" className="mt-4">
        {parcels.rows.length === 0 ? (
          <p className="text-ink-2">
            Nothing has left yet. Every parcel is kept with its lot and buyer, so that a recall takes seconds.
          </p>
        ) : (
          <>
            <RecordTable
              name="Parcels"
              rows={parcels.rows}
              keyOf={(p) => p.id}
              columns={[
                { head: "Buyer", value: (p) => p.buyer, cell: (p) => p.buyer },
                {
                  head: "Lot",
                  value: (p) => p.code,
                  className: "whitespace-nowrap",
                  cell: (p) => <Link href={`/trace/lot/${p.code}`}>{p.code}</Link>,
                },
                { head: "Honey", value: (p) => p.honey_kind, cell: (p) => p.honey_kind },
                { head: "Jars", figure: true, value: (p) => p.jars, cell: (p) => p.vessel ?? p.jars },
                {
                  head: `Honey, ${unitOf("kg")}`,
                  value: (p) => p.grams / 1000,
                  figure: true,
                  className: "text-mass",
                  cell: (p) => massFigureG(p.grams),
                },
                {
                  head: "Sent",
                  value: (p) => p.sent_on,
                  className: "whitespace-nowrap",
                  cell: (p) => writtenDay(p.sent_on),
                },
              ]}
            />
            <Older base="/out" before={parcels.older} />
          </>
        )}
      </Panel>
    </>
  );
}
