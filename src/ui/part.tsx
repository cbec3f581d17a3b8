"use client";

import type { ReactNode } from "react";
import { ErrorBoundary, type FallbackProps } from "react-error-boundary";

/** One part of a screen: a fault in it is told in its place, and the rest of the screen stays as it is. */
export function Part({ name, children }: { name: string; children: ReactNode }) {
  return (
    <ErrorBoundary fallbackRender={(fault) => <Faulty name={name} {...fault} />}>{children}</ErrorBoundary>
  );
}

function Faulty({ name, resetErrorBoundary }: FallbackProps & { name: string }) {
  return (
    <div role="alert">
      <p className="font-semibold text-stop">"{name}" cannot be shown: there is a fault in drawing it.</p>
      <p className="mb-2 text-[15px] text-ink-2">
        Nothing is lost, and everything else on this screen holds. Please tell whoever looks after the house's
        computer.
      </p>
      <button type="button" className="do" data-quiet="" onClick={resetErrorBoundary}>
        Try again
      </button>
    </div>
  );
}
