"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";

/** Anything anybody enters refreshes this screen; what is being typed stays. */
export function LiveRefresh() {
  const router = useRouter();
  useEffect(() => {
    let due: ReturnType<typeof setTimeout> | undefined;
    const refresh = () => {
      clearTimeout(due);
      due = setTimeout(() => router.refresh(), 60);
    };
    const events = new EventSource("/api/v1/events");
    let opened = false;
    events.addEventListener("entry", refresh);
    // Back after a break: something may have been missed.
    events.addEventListener("open", () => {
      if (opened) refresh();
      opened = true;
      document.documentElement.dataset.live = "on";
    });
    events.addEventListener("error", () => {
      document.documentElement.dataset.live = "off";
    });
    return () => {
      clearTimeout(due);
      events.close();
    };
  }, [router]);
  return null;
}
