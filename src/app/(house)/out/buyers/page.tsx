import type { Metadata } from "next";
import { houseDatabase } from "@/house/door";
import { BUYER_KINDS } from "@/house/out/commands/buyers";
import { buyersView } from "@/house/out/view";
import { Lead, Panel } from "@/ui/bench";
import { Doings } from "@/ui/doings";
import { CommandForm } from "@/ui/fields/command-form";
import { RecordTable } from "@/ui/table/record";

export const metadata: Metadata = { title: "Buyers" };

export default async function Buyers({
  searchParams,
}: {
  searchParams: Promise<{ do?: string; buyer?: string }>;
}) {
  const { do: doing, buyer } = await searchParams;
  const cards = await buyersView(houseDatabase());
  const names = cards.map((c) => c.name);
  const card = cards.find((c) => c.name === buyer);
  const unreachable = cards.filter((c) => c.phone === "" && c.email === "").length;
  return (
    <>
      <Lead title="Buyers">
        <span className={unreachable > 0 ? "text-stop" : "text-ink-2"}>
          {unreachable > 0
            ? `${unreachable} of ${cards.length} can be reached neither by telephone nor by e-mail`
            : "each can be reached in a recall"}
        </span>
      </Lead>
      <Doings
        bay="/out/buyers"
        list={[
          { id: "card", needs: "describe-buyer", label: "Describe a buyer" },
          { id: "join", needs: "join-buyers", label: "Two names are one" },
        ]}
        open={doing}
      />
      {doing === "card" && (
        <CommandForm
          key={card?.name ?? ""}
          command="describe-buyer"
          label="Keep it"
          fields={[
            { name: "buyer", label: "Buyer", offers: names, value: card?.name ?? "", span: 3 },
            {
              name: "kind",
              label: "It is",
              kind: "choice",
              options: BUYER_KINDS.map((k) => ({ value: k, label: k })),
              ...(card?.kind ? { value: card.kind } : {}),
            },
            { name: "contact", label: "Ask for", value: card?.contact ?? "" },
            { name: "phone", label: "Telephone", value: card?.phone ?? "" },
            { name: "email", label: "E-mail", value: card?.email ?? "", span: 3 },
            { name: "address", label: "Address", value: card?.address ?? "", span: 3 },
            { name: "note", label: "Note", value: card?.note ?? "", span: 3 },
            {
              name: "newBuyer",
              label: "It is another buyer, written as it should be",
              kind: "check",
              whenAsked: true,
            },
          ]}
        />
      )}
      {doing === "join" && (
        <CommandForm
          command="join-buyers"
          label="They are one"
          fields={[
            { name: "buyer", label: "The name that was wrong", offers: names, span: 3 },
            { name: "into", label: "is", offers: names, span: 3 },
          ]}
        />
      )}
      <Panel title="Buyers">
        {cards.length === 0 ? (
          <p className="text-ink-2">Nobody has bought anything yet.</p>
        ) : (
          <RecordTable
            name="Buyers"
            rows={cards}
            keyOf={(c) => c.buyer_id}
            columns={[
              {
                head: "Buyer",
                value: (c) => c.name,
                cell: (c) => (
                  <a
                    className="flex min-h-12 items-center"
                    href={`/out/buyers?do=card&buyer=${encodeURIComponent(c.name)}`}
                  >
                    {c.name}
                  </a>
                ),
              },
              { head: "It is", value: (c) => c.kind, cell: (c) => c.kind },
              { head: "Ask for", value: (c) => c.contact, cell: (c) => c.contact },
              {
                head: "Telephone",
                value: (c) => c.phone,
                cell: (c) =>
                  c.phone ? (
                    <a href={`tel:${c.phone.replace(/[^\d+]/g, "")}`}>{c.phone}</a>
                  ) : (
                    <span className="text-stop">not told</span>
                  ),
              },
              {
                head: "E-mail",
                value: (c) => c.email,
                cell: (c) => (c.email ? <a href={`mailto:${c.email}`}>{c.email}</a> : ""),
              },
            ]}
          />
        )}
      </Panel>
    </>
  );
}
