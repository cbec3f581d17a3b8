"use client";

import { Printer } from "lucide-react";

export function PrintButton() {
  return (
    <button type="button" className="do ml-auto print:hidden" onClick={() => window.print()}>
      <Printer size={18} aria-hidden /> Print it
    </button>
  );
}
