"use client";

import { Check } from "lucide-react";
import { Checkbox } from "radix-ui";
import { type ReactNode, useId } from "react";

/** A box to tick, large enough for a glove. */
export function Tick({
  checked,
  onChange,
  name,
  fixed = false,
  field,
  className = "min-h-12",
  children,
  ...more
}: {
  checked: boolean;
  onChange: (on: boolean) => void;
  /** What it is called where the words beside it do not say enough. */
  name?: string;
  /** It cannot be taken away. */
  fixed?: boolean;
  className?: string;
  children: ReactNode;
  /** The field of a form it is, by name. */
  field?: string;
  id?: string;
  autoFocus?: boolean | undefined;
  "aria-describedby"?: string | undefined;
  "aria-invalid"?: boolean | undefined;
}) {
  const own = useId();
  const id = more.id ?? own;
  return (
    <div className={`flex items-center gap-3 ${className}`}>
      <Checkbox.Root
        {...more}
        id={id}
        {...(field ? { name: field } : {})}
        checked={checked}
        disabled={fixed}
        onCheckedChange={(on) => onChange(on === true)}
        className="grid size-7 shrink-0 place-items-center rounded border-[1.5px] border-edge bg-shelf data-[state=checked]:border-ink data-[state=checked]:bg-ink data-[state=checked]:text-shelf disabled:opacity-50"
        {...(name ? { "aria-label": name } : {})}
      >
        <Checkbox.Indicator>
          <Check aria-hidden size={22} strokeWidth={3} />
        </Checkbox.Indicator>
      </Checkbox.Root>
      <label htmlFor={id} className="flex min-h-12 grow items-center">
        {children}
      </label>
    </div>
  );
}
