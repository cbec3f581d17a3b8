import type { ReactNode } from "react";

/** A box to tick, large enough for a glove. */
export function Tick({
  checked,
  onChange,
  name,
  className = "min-h-12",
  children,
}: {
  checked: boolean;
  onChange: (on: boolean) => void;
  /** What it is called where the words beside it do not say enough. */
  name?: string;
  className?: string;
  children: ReactNode;
}) {
  return (
    <label className={`flex items-center gap-3 ${className}`}>
      <input
        type="checkbox"
        className="size-6"
        {...(name ? { "aria-label": name } : {})}
        checked={checked}
        onChange={(e) => onChange(e.target.checked)}
      />
      {children}
    </label>
  );
}
