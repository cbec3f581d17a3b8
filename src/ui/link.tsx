import NextLink from "next/link";
import type { ComponentProps } from "react";

/**
 * A way to another screen. It is asked for when it is followed, not when it is seen: every screen here is drawn anew for
 * whoever opens it, and to ask ahead for all that stand on a bench would ask the house forty times for each entry.
 */
export function Link(given: Omit<ComponentProps<typeof NextLink>, "prefetch">) {
  return <NextLink {...given} prefetch={false} />;
}
