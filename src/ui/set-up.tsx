"use client";

import dynamic from "next/dynamic";

/** Each is fetched beside the page, which is there before it. */
export const AddDevice = dynamic(() => import("./add-device").then((m) => m.AddDevice));
export const BringLogo = dynamic(() => import("./label/logo").then((m) => m.BringLogo));
export const ThisTablet = dynamic(() => import("./this-tablet").then((m) => m.ThisTablet));
