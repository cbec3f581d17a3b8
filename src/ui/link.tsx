import type { ComponentProps } from "react";

interface WayProps extends ComponentProps<"a"> {
  readonly href: string;
  /** Whether the other screen is looked at from its top; else where one stands. */
  readonly scroll?: boolean;
}

/**
 * A way to another screen: a plain link, which one ear for all of them takes up (`ways.tsx`). A screen has up to a
 * hundred and more of them, and as a piece of its own each was put together by the browser before anything answered.
 * It is asked for when it is followed, not when it is seen: every screen here is drawn anew for whoever opens it.
 */
export function Link({ scroll = true, ...given }: WayProps) {
  return <a data-way={scroll ? "" : "stay"} {...given} />;
}
