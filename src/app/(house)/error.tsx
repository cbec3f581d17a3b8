"use client";

import { usePathname } from "next/navigation";
import { Link } from "@/ui/link";
import { TryAgain } from "@/ui/try-again";

/** Shown on the bench when a screen has a fault: the frame around it stays, with every other bay a touch away. */
export default function Faulty({ reset }: { reset: () => void }) {
  const path = usePathname();
  const screen =
    path === "/" ? "Today" : decodeURIComponent(path.slice(1)).replaceAll("/", " ").replaceAll("-", " ");
  return (
    <section className="panel max-w-2xl" role="alert">
      <h1>This screen cannot be shown: {screen}</h1>
      <p className="my-4">
        There is a fault in showing it. Nothing is lost: what was entered is in the ledger, and every other
        bay and the line below go on working.
      </p>
      <p className="mb-6 text-ink-2">
        Please tell whoever looks after the house's computer which screen it was, and when.
      </p>
      <div className="flex flex-wrap gap-2.5">
        <TryAgain reset={reset} />
        <Link className="do" data-quiet="" href="/">
          To today
        </Link>
      </div>
    </section>
  );
}
