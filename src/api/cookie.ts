import { SESSION_COOKIE } from "@/house/access/asking";
import type { Opened } from "@/house/access/sign-in";

/** How a session stays in a browser: no script reads it, no foreign page sends it. */
export const sessionCookie = ({ cookie, maxAgeS }: Opened, secure: boolean): string =>
  [
    `${secure ? SESSION_COOKIE.secure : SESSION_COOKIE.plain}=${cookie ?? ""}`,
    "Path=/",
    "HttpOnly",
    "SameSite=Lax",
    `Max-Age=${maxAgeS}`,
    ...(secure ? ["Secure"] : []),
  ].join("; ");
