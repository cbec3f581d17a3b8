import type { Metadata, Viewport } from "next";
import { cookies } from "next/headers";
import type { ReactNode } from "react";
import { shownText } from "@/core/units";
import { shown } from "@/house/language/shown";
import { UnitsChanged } from "@/ui/shell/units-changed";
import { TypedEarly } from "@/ui/typed-early";
import { Ways } from "@/ui/ways";
import "./globals.css";
import { LETTERS } from "./letters";

export const metadata: Metadata = {
  title: { default: "Aumbry", template: "%s · Aumbry" },
  description: "The honey house's cupboard.",
  appleWebApp: { title: "Aumbry", capable: true },
};
export const viewport: Viewport = { width: "device-width", initialScale: 1, themeColor: "#2a2420" };

export default async function RootLayout({ children }: { children: ReactNode }) {
  const theme = (await cookies()).get("aumbry-theme")?.value;
  return (
    <html
      lang="en"
      className={LETTERS}
      data-shown={shownText(shown())}
      data-theme={theme === "lamp" || theme === "day" ? theme : undefined}
      suppressHydrationWarning
    >
      <body>
        {/* Not deferred: it decides the theme before the first paint, and is there before anybody types. */}
        <script src="/first.js" />
        {children}
        <Ways />
        <TypedEarly />
        <UnitsChanged units={shownText(shown())} />
      </body>
    </html>
  );
}
