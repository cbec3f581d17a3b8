import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { practiceDatabase } from "@/practice/database";
import { look } from "@/practice/games";
import { NotPlayed } from "@/practice/not-played";
import { Game } from "@/ui/practice/game";
import { askingHere } from "../../asking";

export const metadata: Metadata = { title: "Practice" };

export default async function PracticeDay({ params }: { params: Promise<{ id: string }> }) {
  await askingHere();
  const db = practiceDatabase();
  if (!db) notFound();
  const { id } = await params;
  const view = await look(db, id).catch((fault: unknown) => {
    if (fault instanceof NotPlayed) return null;
    throw fault;
  });
  if (!view) notFound();
  return <Game key={view.id} first={view} />;
}
