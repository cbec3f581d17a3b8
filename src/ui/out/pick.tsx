"use client";

import { useState } from "react";
import { jar } from "@/house/language/shown";
import { plural } from "@/house/language/spoken";
import type { PickLot } from "@/house/out/view";
import { Field } from "../fields/field";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";

export interface PickOrder {
  readonly id: number;
  readonly says: string;
  readonly buyer: string;
  readonly price: string;
  readonly lots: readonly { readonly lot: string; readonly jars: number }[];
}

const KINDS = [
  { value: "sale", label: "sold" },
  { value: "market", label: "taken to market" },
  { value: "sample", label: "samples" },
  { value: "gift", label: "given away" },
  { value: "own", label: "for the house" },
] as const;

const bare = (code: string): string => code.toUpperCase().replace(/[-\s]/g, "");

/** "12 WB26-001-6", "WB26-001-6", or the address a jar's code holds: how many of what. */
export function scannedAs(written: string): { jars: number; code: string } | null {
  const text = written.trim().split("/").at(-1)?.split("?")[0] ?? "";
  const [, many, code] = /^(?:(\d{1,5})\s+)?([A-Za-z0-9][A-Za-z0-9 -]{2,30})$/.exec(text) ?? [];
  return code ? { jars: Math.max(1, Number(many ?? 1)), code: bare(code) } : null;
}

/** Picking by scan: each jar or box counts one up, what is held is refused, an older lot is told of. */
export function Pick({
  stock,
  orders,
  buyers,
  chosen,
}: {
  stock: readonly PickLot[];
  orders: readonly PickOrder[];
  buyers: readonly string[];
  chosen: number | null;
}) {
  const first = orders.find((o) => o.id === chosen);
  const [kind, setKind] = useState<string>("sale");
  const [buyer, setBuyer] = useState(first?.buyer ?? "");
  const [price, setPrice] = useState(first?.price ?? "");
  const [lines, setLines] = useState<Readonly<Record<string, number>>>({});
  const [scan, setScan] = useState("");
  const [says, setSays] = useState<{ text: string; wrong: boolean } | null>(null);
  const [answers, setAnswers] = useState({ newBuyer: false, despite: "" });
  const { standing, errorAt, submit } = useCommand("send-dispatch");
  const wanted = new Map(first?.lots.map((l) => [l.lot, l.jars]));
  const picked = stock.filter((l) => (lines[l.lot] ?? 0) > 0);
  const rows = stock.filter((l) => (lines[l.lot] ?? 0) > 0 || wanted.has(l.lot));
  const jars = picked.reduce((n, l) => n + (lines[l.lot] ?? 0), 0);

  function take(lot: PickLot, more: number): void {
    if (lot.held !== "") {
      setSays({ text: `Lot ${lot.lot} is held: ${lot.held}. Put it back.`, wrong: true });
      return;
    }
    const now = Math.max(0, (lines[lot.lot] ?? 0) + more);
    if (now > lot.left) {
      setSays({
        text: `${plural(lot.left, "jar")} of lot ${lot.lot} are here, not ${now}.`,
        wrong: true,
      });
      return;
    }
    // The oldest stands first.
    const older = stock
      .slice(0, stock.indexOf(lot))
      .find(
        (o) =>
          o.honey === lot.honey &&
          o.jarG === lot.jarG &&
          o.held === "" &&
          o.owner === lot.owner &&
          (lines[o.lot] ?? 0) < o.left,
      );
    setLines((l) => ({ ...l, [lot.lot]: now }));
    setSays(
      older && more > 0
        ? { text: `${now} of ${lot.lot}. Lot ${older.lot} is older: it should go first.`, wrong: true }
        : { text: `${now} of ${lot.lot}`, wrong: false },
    );
  }

  function scanned(): void {
    const read = scannedAs(scan);
    setScan("");
    const lot = read && stock.find((l) => bare(l.lot) === read.code || bare(l.lot).startsWith(read.code));
    if (!read || !lot) {
      setSays({ text: `No jars of "${scan.slice(0, 30)}" are here.`, wrong: true });
      return;
    }
    take(lot, read.jars);
  }

  async function dispatch(): Promise<void> {
    const answer = await submit({
      kind,
      ...(buyer.trim() === "" ? {} : { buyer }),
      lines: picked.map((l) => ({
        lot: l.lot,
        jars: lines[l.lot] ?? 0,
        ...(price.trim() === "" ? {} : { price }),
      })),
      ...(answers.newBuyer ? { newBuyer: true } : {}),
      ...(answers.despite.trim() === "" ? {} : { despite: answers.despite }),
    });
    if (!answer) return;
    setLines({});
    setSays(null);
    setAnswers({ newBuyer: false, despite: "" });
  }

  return (
    <section className="panel mb-3" aria-label="Pick and send">
      {first && (
        <p className="mb-2">
          For <b>{first.says}</b>
        </p>
      )}
      <div className="flex flex-wrap items-start gap-4">
        <Field
          spec={{ name: "pick-kind", label: "It is", kind: "choice", options: KINDS, span: 2 }}
          value={kind}
          onChange={(v) => setKind(String(v))}
        />
        <Field
          spec={{
            name: "buyer",
            label: kind === "sale" ? "Buyer" : "To whom",
            offers: buyers,
            placeholder: kind === "sale" ? "Harbour Deli" : "nobody in particular",
            span: 3,
          }}
          value={buyer}
          error={errorAt("buyer")}
          onChange={(v) => setBuyer(String(v))}
        />
        <Field
          spec={{ name: "pick-price", label: "Price a jar", kind: "figure", span: 1 }}
          value={price}
          onChange={(v) => setPrice(String(v))}
        />
      </div>
      <div className="mt-3 flex flex-wrap items-end gap-4">
        <Field
          spec={{
            name: "scan",
            label: "Scan a jar, or type 12 and its lot",
            placeholder: "12 WB26-001-6",
            span: 3,
          }}
          value={scan}
          autoFocus
          onChange={(v) => setScan(String(v))}
          onEnter={scanned}
        />
        <p
          role="status"
          className={`flex min-h-12 items-center ${says?.wrong ? "font-semibold text-stop" : "text-go"}`}
        >
          {says?.text ?? ""}
        </p>
      </div>
      {rows.length > 0 && (
        <ul className="mt-3" aria-label="Picked">
          {rows.map((l) => (
            <li key={l.lot} className="flex flex-wrap items-center gap-x-4 border-b border-rule py-1">
              <b className="w-44 font-mono">{l.lot}</b>
              <span className="min-w-40 flex-1">
                {l.honey}, {jar(l.jarG)}
                {l.owner && <b className="ml-2 text-water">{l.owner}'s own</b>}
              </span>
              <span className="font-mono text-[20px] font-semibold">
                {lines[l.lot] ?? 0}
                <small className="ml-1 text-[14px] font-normal text-ink-2">
                  {wanted.has(l.lot) ? `of ${wanted.get(l.lot)}` : `of ${l.left} here`}
                </small>
              </span>
              <span className="flex gap-2">
                <button
                  type="button"
                  className="do"
                  data-quiet=""
                  aria-label={`One less of ${l.lot}`}
                  onClick={() => take(l, -1)}
                >
                  −
                </button>
                <button
                  type="button"
                  className="do"
                  data-quiet=""
                  aria-label={`One more of ${l.lot}`}
                  onClick={() => take(l, 1)}
                >
                  +
                </button>
                {wanted.has(l.lot) && (lines[l.lot] ?? 0) < (wanted.get(l.lot) ?? 0) && (
                  <button
                    type="button"
                    className="do"
                    data-quiet=""
                    onClick={() => take(l, (wanted.get(l.lot) ?? 0) - (lines[l.lot] ?? 0))}
                  >
                    All {wanted.get(l.lot)}
                  </button>
                )}
              </span>
            </li>
          ))}
        </ul>
      )}
      {errorAt("newBuyer") && (
        <Field
          spec={{ name: "newBuyer", label: "It is another buyer, written as it should be", kind: "check" }}
          value={answers.newBuyer}
          error={errorAt("newBuyer")}
          onChange={(v) => setAnswers((a) => ({ ...a, newBuyer: v === true }))}
        />
      )}
      {(errorAt("despite") || answers.despite !== "") && (
        <Field
          spec={{ name: "despite", label: "Sent all the same, because", span: 3 }}
          value={answers.despite}
          error={errorAt("despite")}
          onChange={(v) => setAnswers((a) => ({ ...a, despite: String(v) }))}
        />
      )}
      <div className="mt-4 flex flex-wrap items-center gap-4">
        <button
          type="button"
          className="do"
          aria-disabled={standing.step === "sending" || jars === 0}
          onClick={() => jars > 0 && void dispatch()}
        >
          {jars === 0 ? "Nothing picked yet" : `Send ${plural(jars, "jar")}`}
        </button>
        <SaysStanding standing={standing} />
      </div>
    </section>
  );
}
