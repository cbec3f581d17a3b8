import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { houseDatabase } from "@/house/door";
import { lotPage } from "@/house/label/page";
import { decoded } from "../../address";

export const metadata: Metadata = { title: "A lot of honey", robots: { index: false } };

/** What a jar tells whoever reads its code with a phone. */
export default async function Lot({ params }: { params: Promise<{ code: string }> }) {
  const page = await lotPage(houseDatabase(), decoded((await params).code));
  if (!page) notFound();
  return (
    <main className="mx-auto max-w-md p-5">
      <p className="text-ink-2">{page.house}</p>
      <h1 className="mt-1">{page.kind}</h1>
      <p className="font-mono mb-4 text-[18px]">Lot {page.lot}</p>
      <dl className="panel">
        {page.facts.map((f) => (
          <div
            key={f.what}
            className="flex flex-wrap justify-between gap-x-4 border-t border-rule py-2 first:border-0"
          >
            <dt className="text-ink-2">{f.what}</dt>
            <dd className="font-semibold">{f.says}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-4 text-[15px] text-ink-2">
        All honey sets in time; warm it gently, never over 40 °C. Not for infants under twelve months.
      </p>
    </main>
  );
}
