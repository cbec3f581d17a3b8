"use client";

import dynamic from "next/dynamic";

/** What a screen does not need to stand: fetched beside it, once it is there. */
export const OutboxWord = dynamic(() => import("../outbox/outbox").then((m) => m.OutboxWord), { ssr: false });
export const KeepScreens = dynamic(() => import("../outbox/keep-screens").then((m) => m.KeepScreens), {
  ssr: false,
});
export const WhatIsThis = dynamic(() => import("./what-is-this").then((m) => m.WhatIsThis), { ssr: false });
export const Scan = dynamic(() => import("./scan").then((m) => m.Scan), { ssr: false });
/** Drawn by the server all the same: its key stands from the first moment, its list comes with the first press. */
export const MoreShelves = dynamic(() => import("./more-shelves").then((m) => m.MoreShelves));
