import type { Metadata } from "next";
import { mayLook } from "@/house/access/rights";
import { houseDatabase } from "@/house/door";
import { dayIn, writtenDay } from "@/house/language/clock";
import { jar, massFigureG, massG, unitOf } from "@/house/language/shown";
import { capital, plural } from "@/house/language/spoken";
import { outView, saidOrder } from "@/house/out/view";
import { decisions } from "@/house/standing/decisions";
import { buyerNames, keyFrom, parcelsPage } from "@/house/standing/lists";
import { Lead, Older, Panel } from "@/ui/bench";
import { Decisions } from "@/ui/decisions";
import { Doings } from "@/ui/doings";
import { EmptyBay } from "@/ui/empty-bay";
import { CommandForm } from "@/ui/fields/command-form";
import { Judged } from "@/ui/fields/judged";
import { Figure } from "@/ui/figures/figure";
import { Link } from "@/ui/link";
import { MarketBack } from "@/ui/out/market-back";
import { Pick } from "@/ui/out/pick";
import { TakeOrder } from "@/ui/out/take-order";
import { RecordTable } from "@/ui/table/record";
import { askingHere } from "../../asking";
import { houseAsItStands } from "../../read";

export const metadata: Metadata = { title: "Out" };

export default async function Out({
  searchParams,
}: {
  searchParams: Promise<{ do?: string; lot?: string; before?: string; order?: string }>;
}) {
  const s = await houseAsItStands();
  const { asker } = await askingHere();
  const search = await searchParams;
  const today = dayIn(s.house.zone, s.now);
  const [parcels, buyers, out] = await Promise.all([
    parcelsPage(houseDatabase(), keyFrom(search.before)),
    buyerNames(houseDatabase()),
    outView(houseDatabase(), s, today),
  ]);
  const order = keyFrom(search.order) ?? null;
  // Oldest first, as it is advised.
  const here = s.lots.filter((l) => l.jars > l.jars_out && !s.held.on.has(l.fill_id)).reverse();
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
            and {massG(s.besides.wets)} in <Link href="/out/boxes">spun combs</Link>, ready to go back to the
            colonies
          </span>
        )}
      </Lead>
      <Decisions list={decisions(s).filter((d) => d.bay === "Out")} none="No jars stand ready to leave." />
      <Doings
        bay="/out"
        list={[
          { id: "pick", needs: "send-dispatch", label: "Pick and send" },
          { id: "send", needs: "send-jars", label: "Send jars" },
          { id: "order", needs: "take-order", label: "Take an order" },
          { id: "return", needs: "take-back", label: "Take back" },
        ]}
        rest={[
          { id: "bulk", needs: "send-vessel", label: "Send a vessel" },
          { id: "vessel-back", needs: "vessel-back", label: "Vessel back" },
        ]}
        open={search.do}
      />
      <nav aria-label="More of what leaves" className="mb-3 flex flex-wrap gap-x-6">
        {[
          ["/out/boxes", "Where the boxes are"],
          ["/out/owners", "Owners"],
          ["/out/buyers", "Buyers"],
        ]
          .filter(([href]) => mayLook(href ?? "", asker?.role ?? null))
          .map(([href, label]) => (
            <Link
              key={href}
              className="flex min-h-12 items-center underline underline-offset-4"
              href={href ?? ""}
            >
              {label}
            </Link>
          ))}
      </nav>
      {search.do === "pick" && (
        <Judged commands={["send-dispatch"]}>
          <Pick
            key={order ?? 0}
            stock={out.stock}
            chosen={order}
            buyers={buyers}
            orders={out.promised.map((p) => ({
              id: p.order.id,
              says: saidOrder(p.order),
              buyer: p.order.buyer,
              price: p.order.price === null ? "" : String(p.order.price),
              lots: p.lots,
            }))}
          />
        </Judged>
      )}
      {search.do === "order" && <TakeOrder buyers={buyers} today={today} />}
      {search.do === "return" && (
        <CommandForm
          command="take-back"
          label="Take them back"
          fields={[
            {
              name: "lot",
              label: "Lot",
              placeholder: "WB26-001-6",
              hint: "as it stands on the jar",
              span: 2,
            },
            { name: "jars", label: "Jars", kind: "figure", span: 1 },
            { name: "buyer", label: "From", offers: buyers, span: 2 },
            {
              name: "what",
              label: "They are",
              kind: "choice",
              options: [
                { value: "inspect", label: "to be looked at first" },
                { value: "stock", label: "back to stock" },
                { value: "written-off", label: "written off" },
              ],
            },
            { name: "why", label: "Because", placeholder: "not sold before the season ended", span: 3 },
          ]}
        />
      )}
      {search.do === "vessel-back" &&
        (out.vesselsOut.length === 0 ? (
          <p className="panel mb-3">No vessel is with a buyer.</p>
        ) : (
          <CommandForm
            command="vessel-back"
            label="It is back"
            fields={[
              {
                name: "vessel",
                label: "Vessel",
                kind: "choice",
                options: out.vesselsOut.map((v) => ({
                  value: v.name,
                  label: `${capital(v.name)}, with ${v.buyer}, deposit ${v.deposit.toFixed(2)}`,
                })),
                span: 3,
              },
              {
                name: "refunded",
                label: "Deposit given back",
                kind: "figure",
                hint: "all when left out",
                span: 1,
              },
              { name: "note", label: "How it came back", placeholder: "clean, lid missing", span: 3 },
            ]}
          />
        ))}
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
            { name: "price", label: "Price a kg", kind: "figure", span: 1 },
            { name: "goesAlong", label: "Goes along, to come back", kind: "check" },
            { name: "deposit", label: "Deposit", kind: "figure", span: 1 },
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
            { name: "despite", label: "With the owner's word", whenAsked: true, span: 3 },
          ]}
        />
      )}
      {out.promised.length > 0 && (
        <Panel title="Orders" className="mt-4">
          <ul>
            {out.promised.map((p) => (
              <li
                key={p.order.id}
                className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule py-1.5"
              >
                <span className="min-w-72 flex-1">
                  <b className={p.late ? "text-stop" : undefined}>{saidOrder(p.order)}</b>
                  {p.order.price !== null && (
                    <span className="text-ink-2">, {p.order.price.toFixed(2)} a jar</span>
                  )}
                  <span className="block text-[15px] text-ink-2">
                    {p.says}
                    {p.late && "; its day is over"}
                  </span>
                </span>
                {p.lots.length > 0 && (
                  <Link className="do" data-quiet="" href={`/out?do=pick&order=${p.order.id}`}>
                    Pick
                  </Link>
                )}
                {p.missing > 0 && (
                  <Link className="do" data-quiet="" href="/bottle?do=plan">
                    Plan jars
                  </Link>
                )}
                <details>
                  <summary className="flex min-h-12 cursor-pointer items-center underline underline-offset-4">
                    Close it
                  </summary>
                  <CommandForm
                    command="close-order"
                    label="Close the order"
                    inPanel
                    fixed={{ order: String(p.order.id) }}
                    fields={[{ name: "why", label: "Because", placeholder: "they called it off", span: 3 }]}
                  />
                </details>
              </li>
            ))}
          </ul>
        </Panel>
      )}
      {out.markets.map(({ dispatch, parcels: taken }) => (
        <Panel
          key={dispatch.id}
          title={`${dispatch.buyer}, dispatch ${dispatch.number}: back from market?`}
          className="mt-4"
        >
          <Judged commands={["back-from-market"]}>
            <MarketBack
              dispatch={dispatch.number}
              taken={taken.map((p) => ({
                lot: p.code,
                says: `${p.honey_kind}, ${jar(p.nominal_g)}`,
                jars: p.jars - p.back,
              }))}
            />
          </Judged>
        </Panel>
      ))}
      {out.vesselsOut.length > 0 && (
        <Panel title="Vessels with buyers" className="mt-4">
          <ul>
            {out.vesselsOut.map((v) => (
              <li key={v.id} className="border-b border-rule py-1.5">
                <b>{capital(v.name)}</b> with {v.buyer} since {writtenDay(dayIn(s.house.zone, v.since))},
                deposit {v.deposit.toFixed(2)}
              </li>
            ))}
          </ul>
        </Panel>
      )}
      {out.dispatches.length > 0 && (
        <Panel title="Dispatches" className="mt-4">
          <RecordTable
            rows={out.dispatches}
            keyOf={(d) => d.number}
            columns={[
              { head: "Number", cell: (d) => d.number },
              { head: "To", cell: (d) => d.buyer },
              {
                head: "Sent",
                className: "whitespace-nowrap",
                cell: (d) => writtenDay(dayIn(s.house.zone, d.stated_at)),
              },
              {
                head: "Jars",
                figure: true,
                cell: (d) => (d.back > 0 ? `${d.jars - d.back} (${d.jars} less ${d.back})` : d.jars),
              },
              {
                head: `Honey, ${unitOf("kg")}`,
                figure: true,
                className: "text-mass",
                cell: (d) => massFigureG(d.grams),
              },
              {
                head: "Papers",
                cell: (d) => (
                  <span className="flex flex-wrap gap-x-4">
                    <a
                      className="flex min-h-12 items-center"
                      href={`/dispatch/${d.number}`}
                      target="_blank"
                      rel="noopener"
                    >
                      Note
                    </a>
                    <a
                      className="flex min-h-12 items-center"
                      href={`/dispatch/${d.number}?as=list`}
                      target="_blank"
                      rel="noopener"
                    >
                      List with prices
                    </a>
                  </span>
                ),
              },
            ]}
          />
        </Panel>
      )}
      <Panel title="What has left" className="mt-4">
        {parcels.rows.length === 0 ? (
          <EmptyBay bay="Out">
            Nothing has left yet. Every parcel is kept with its lot and buyer, so that a recall takes seconds.
          </EmptyBay>
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
                {
                  head: "Jars",
                  figure: true,
                  value: (p) => p.jars,
                  cell: (p) =>
                    p.vessel ?? (p.back > 0 ? `${p.jars - p.back} (${p.jars} less ${p.back})` : p.jars),
                },
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
