import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { houseDatabase } from "@/house/door";
import { planView } from "@/house/yard/view";
import { Lead } from "@/ui/bench";
import { PrintButton } from "@/ui/print-button";
import { PullPlans } from "@/ui/pull/plans";
import { houseAsItStands } from "../../../../read";

export const metadata: Metadata = { title: "Pull plan" };

export default async function Plan({ params }: { params: Promise<{ id: string }> }) {
  const s = await houseAsItStands();
  const plan = await planView(houseDatabase(), s, Number((await params).id));
  if (!plan) notFound();
  return (
    <>
      <Lead title="Pull plan">
        <span className="text-ink-2">{s.house.name}</span>
        <PrintButton />
      </Lead>
      <PullPlans plans={[plan]} printed />
    </>
  );
}
