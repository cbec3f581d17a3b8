import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { houseDatabase } from "@/house/door";
import { lotPage } from "@/house/label/page";
import { decoded } from "@/house/language/address";

export const metadata: Metadata = { title: "A lot of honey", robots: { index: false } };

/** What a jar tells whoever reads its code with a phone. */
export default async function Lot({ params }: { params: Promise<{ code: string }> }) {
  const page = await lotPage(houseDatabase(), decoded((await params).code));
  if (!page) notFound();
  return (
    // The same facts for machines, as microdata (schema.org): nothing is told twice.
    <main className="mx-auto max-w-md p-5" itemScope itemType="https://schema.org/Product">
      <meta itemProp="category" content="Honey" />
      <meta itemProp="productID" content={page.lot} />
      <p className="text-ink-2" itemProp="brand" itemScope itemType="https://schema.org/Brand">
        <span itemProp="name">{page.house}</span>
      </p>
      <h1 className="mt-1" itemProp="name">
        {page.kind}
      </h1>
      <p className="font-mono mb-4 text-[18px]">Lot {page.lot}</p>
      <dl className="panel">
        {page.facts.map((f) => (
          <div
            key={f.what}
            itemProp="additionalProperty"
            itemScope
            itemType="https://schema.org/PropertyValue"
            className="flex flex-wrap justify-between gap-x-4 border-t border-rule py-2 first:border-0"
          >
            <dt className="text-ink-2" itemProp="name">
              {f.what}
            </dt>
            <dd className="font-semibold" itemProp="value">
              {f.says}
            </dd>
          </div>
        ))}
      </dl>
      <p className="mt-4 text-[15px] text-ink-2">
        All honey sets in time; warm it gently, never over 40 °C. Not for infants under twelve months.
      </p>
    </main>
  );
}
