import { Siren } from "lucide-react";
import type { Decision } from "@/house/standing/model";
import { Link } from "../link";

/** What spoils while nobody looks, on every screen until it is put right. */
export function Alarm({ list }: { list: readonly Decision[] }) {
  if (list.length === 0) return null;
  return (
    <div role="alert" className="mb-3 grid gap-2">
      {list.map((d) => (
        <p
          key={d.id}
          data-tone="stop"
          className="flex flex-wrap items-center gap-x-4 gap-y-2 border-2 border-stop bg-stop-fill px-4 py-2"
        >
          <Siren size={26} aria-hidden className="shrink-0 text-stop" />
          <span className="min-w-0 flex-1">
            <b className="block">{d.what}</b>
            <span className="text-[15px]">{d.so}</span>
          </span>
          {d.action && (
            <Link className="do" href={d.action.href}>
              {d.action.label}
            </Link>
          )}
        </p>
      ))}
    </div>
  );
}
