"use client";

import dynamic from "next/dynamic";

/** Dragging is fetched beside the page, which is there and works before it. */
export const StackBoard = dynamic(() => import("./stack-board").then((m) => m.StackBoard));
