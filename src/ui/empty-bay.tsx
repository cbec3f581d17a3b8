import type { ReactNode } from "react";
import type { BayName } from "@/house/bays";
import { Link } from "./link";

/** The one thing that brings a bay to life, and its picture on a made-up day. */
const BEGINS: Readonly<
  Record<BayName, { readonly look: string; readonly href: string; readonly label: string }>
> = {
  Yard: { look: "yard", href: "/yard?do=yard", label: "Add the first yard" },
  "Hot room": { look: "hot-room", href: "/yard?do=pull", label: "Pull the first supers" },
  Spin: { look: "spin", href: "/spin?do=batch", label: "Begin a batch" },
  Settle: { look: "settle", href: "/spin?do=pail", label: "Weigh the first pail" },
  Store: { look: "store", href: "/store?do=came", label: "Enter honey that is here" },
  Bottle: { look: "bottle", href: "/bottle?do=lot", label: "Fill the first jars" },
  Out: { look: "out", href: "/out?do=send", label: "Send the first jars" },
};

/** A bay with nothing in it yet: what it is for, how it begins, and what it will look like. */
export function EmptyBay({ bay, children }: { bay: BayName; children: ReactNode }) {
  const { look, href, label } = BEGINS[bay];
  return (
    <div className="grid items-start gap-5 md:grid-cols-[1fr_22rem]">
      <div>
        <p className="max-w-xl text-[17px]">{children}</p>
        <Link href={href} className="do mt-3">
          {label}
        </Link>
      </div>
      <figure>
        {/* Small, and the same for everybody: it needs no making over. */}
        {/* biome-ignore lint/performance/noImgElement: a picture that is as it should be already */}
        <img
          src={`/looks/${look}.webp`}
          alt={`${bay} on a made-up day, with what will stand here`}
          width={560}
          height={343}
          loading="lazy"
          className="h-auto w-full rounded border border-rule"
        />
        <figcaption className="mt-1 text-[14px] text-ink-2">What it looks like on a made-up day.</figcaption>
      </figure>
    </div>
  );
}
