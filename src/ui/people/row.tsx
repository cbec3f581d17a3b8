import type { ReactNode } from "react";

/** One of what is kept at the door: what it is, how it stands, and what can be done with it. */
export function Row({
  what,
  may,
  stands,
  children,
}: {
  what: string;
  may?: string;
  stands: string;
  children: ReactNode;
}) {
  return (
    <li className="flex min-h-14 flex-wrap items-center gap-x-4 border-t border-rule py-1.5 first:border-0">
      <p className="min-w-52 flex-1 [overflow-wrap:anywhere]">
        <b>{what}</b> {may && <span className="text-ink-2">{may}</span>}
        <span className="block text-[15px] text-ink-2">{stands}</span>
      </p>
      {children}
    </li>
  );
}
