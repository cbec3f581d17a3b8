"use client";

import type { ReactNode } from "react";
import type { UseFormRegisterReturn } from "react-hook-form";

/** A field of the door: wide, said beside itself when it is wrong, filled by the browser's own keeper of passwords. */
export function Word({
  label,
  hint,
  error,
  field,
  ...rest
}: {
  label: string;
  hint?: ReactNode;
  error?: string | undefined;
  field: UseFormRegisterReturn;
  type?: "text" | "password";
  autoComplete: string;
  inputMode?: "numeric" | "text";
}) {
  const id = `door-${field.name}`;
  return (
    <label htmlFor={id} className="mb-4 block">
      <span className="mb-1 block text-[15px] font-semibold">{label}</span>
      <input
        id={id}
        className="min-h-14 w-full rounded border-[1.5px] border-edge bg-shelf px-3 text-[19px] aria-invalid:border-stop"
        spellCheck={false}
        autoCapitalize="off"
        aria-invalid={error ? true : undefined}
        aria-describedby={error || hint ? `${id}-says` : undefined}
        {...rest}
        {...field}
      />
      {(error || hint) && (
        <span
          id={`${id}-says`}
          className={`mt-1 block text-[15px] ${error ? "font-semibold text-stop" : "text-ink-2"}`}
        >
          {error ?? hint}
        </span>
      )}
    </label>
  );
}
