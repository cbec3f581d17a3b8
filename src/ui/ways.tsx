"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";

/** Follows the ways on a screen without loading everything anew; what opens elsewhere or is kept as a file is the browser's. */
export function Ways() {
  const router = useRouter();
  useEffect(() => {
    const follow = (press: MouseEvent) => {
      const elsewhere =
        press.button !== 0 || press.metaKey || press.ctrlKey || press.shiftKey || press.altKey;
      if (press.defaultPrevented || elsewhere || !(press.target instanceof Element)) return;
      const way = press.target.closest("a[data-way]");
      const href = way?.getAttribute("href");
      if (!href) return;
      press.preventDefault();
      router.push(href, { scroll: way?.getAttribute("data-way") !== "stay" });
    };
    document.addEventListener("click", follow);
    return () => document.removeEventListener("click", follow);
  }, [router]);
  return null;
}
