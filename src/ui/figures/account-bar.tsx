import type { BatchAccount } from "@/core/ledger";
import { massFigureG, unitOf } from "@/house/language/shown";

/** Where a batch's kilograms went, as one bar to scale with its parts named under it. */
export function AccountBar({ account }: { account: BatchAccount }) {
  const whole = account.inGrams + account.gainedGrams;
  const parts = [
    { name: "in pails", grams: account.outGrams, fill: "var(--mass-fill)" },
    {
      name: "in cappings",
      grams: account.cappingsGrams,
      fill: "color-mix(in srgb, var(--mass-fill) 75%, var(--timber))",
    },
    {
      name: "in wets",
      grams: account.wetsGrams,
      fill: "color-mix(in srgb, var(--mass-fill) 55%, var(--shelf))",
    },
    { name: "lost", grams: account.lostGrams, fill: "var(--heat-fill)" },
    { name: "unexplained", grams: account.unexplainedGrams, fill: "var(--stop)" },
    {
      name: "still in it",
      grams: account.remainderGrams,
      fill: "repeating-linear-gradient(45deg, var(--rule) 0 6px, var(--shelf) 6px 12px)",
    },
  ].filter((p) => p.grams > 0 || p.name === "in pails");
  return (
    <div>
      <div className="flex h-7 w-full overflow-hidden rounded-sm border border-edge" aria-hidden>
        {parts.map((p) => (
          <span
            key={p.name}
            style={{ width: `${whole > 0 ? (p.grams / whole) * 100 : 0}%`, background: p.fill }}
          />
        ))}
      </div>
      <dl className="mt-2 flex flex-wrap gap-x-6 gap-y-1">
        <Part name="came in" grams={account.inGrams} />
        {account.gainedGrams > 0 && <Part name="gained by weighing" grams={account.gainedGrams} />}
        {parts.map((p) => (
          <Part key={p.name} name={p.name} grams={p.grams} fill={p.fill} whole={whole} />
        ))}
      </dl>
    </div>
  );
}

function Part({ name, grams, fill, whole }: { name: string; grams: number; fill?: string; whole?: number }) {
  return (
    <div className="flex items-baseline gap-2">
      {fill && (
        <span
          className="inline-block size-3.5 translate-y-0.5 border border-edge"
          style={{ background: fill }}
          aria-hidden
        />
      )}
      <dt className="text-ink-2">{name}</dt>
      <dd className="font-mono font-bold">
        {massFigureG(grams)}
        <small className="font-normal text-ink-2">
          {" "}
          {unitOf("kg")}
          {whole ? `, ${((grams / whole) * 100).toFixed(0)} %` : ""}
        </small>
      </dd>
    </div>
  );
}
