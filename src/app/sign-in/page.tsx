import type { Metadata } from "next";
import { redirect } from "next/navigation";
import { isUnbegun } from "@/house/access/sign-in";
import { passkeysThere, peopleAtTheDoor } from "@/house/access/view";
import { houseDatabase } from "@/house/door";
import { ROLE_SAID } from "@/house/people/roles";
import { SignIn } from "@/ui/people/sign-in";
import { askingHere } from "../asking";

export const metadata: Metadata = { title: "Sign in" };

/** Only within this house. */
const inside = (to: string | undefined): string => (to && /^\/(?![/\\])/.test(to) ? to : "/");

export default async function SignInPage({
  searchParams,
}: {
  searchParams: Promise<{ to?: string | string[] }>;
}) {
  const { to } = await searchParams;
  const asking = await askingHere();
  if (await isUnbegun(houseDatabase())) redirect("/begin");
  const people = await peopleAtTheDoor(houseDatabase());
  const shared = asking.tablet?.name != null;
  // Who works here is told to a tablet of the house, and of a made-up house to anybody.
  const names = people.filter((p) => shared || p.pressed);
  return (
    <main className="mx-auto max-w-md p-5 pt-[8vh]">
      <p className="mb-1 text-[15px] font-semibold text-ink-2">Aumbry</p>
      <h1 className="mb-4">Who are you?</h1>
      <div className="panel">
        <SignIn
          to={inside(typeof to === "string" ? to : undefined)}
          shared={shared}
          passkeys={await passkeysThere(houseDatabase())}
          people={names.map(({ name, role, pin, pressed, invited }) => ({
            name,
            role: ROLE_SAID[role].label,
            pin,
            pressed,
            invited,
          }))}
        />
      </div>
    </main>
  );
}
