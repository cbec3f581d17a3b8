import type { ReactNode } from "react";
import { Link } from "@/ui/link";

/** A band of its own colour over every practice screen, and no strip, tape or line: nothing here is the house's. */
export default function PracticeLayout({ children }: { children: ReactNode }) {
  return (
    <div className="min-h-dvh bg-wall pb-10 text-ink">
      <header className="practice-band sticky top-0 z-20 flex flex-wrap items-center justify-between gap-x-6 gap-y-1 px-5 py-2.5">
        <p className="rounded bg-shelf px-3 py-1 text-[18px] font-bold">
          Practice: made up. Nothing here is entered in your house.
        </p>
        <Link href="/" className="flex min-h-12 items-center rounded bg-shelf px-3 font-semibold">
          Back to the house
        </Link>
      </header>
      <main className="mx-auto max-w-5xl px-5 pt-5">{children}</main>
    </div>
  );
}
