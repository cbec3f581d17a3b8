"use client";

import { UserRound } from "lucide-react";
import dynamic from "next/dynamic";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { Modal } from "../modal";
import { WHO_ARE_YOU } from "./ask-door";
import type { Here, NameAtTheDoor } from "./names";

const WhoSheet = dynamic(() => import("./who-sheet").then((m) => m.WhoSheet));

/** Who stands at this tablet, and the way to be somebody else. One of them opens by itself when the house asks. */
export function WhoIsHere({
  here,
  people,
  answers = false,
}: {
  here: Here;
  people: readonly NameAtTheDoor[];
  answers?: boolean;
}) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  useEffect(() => {
    if (!answers) return;
    const ask = () => setOpen(true);
    window.addEventListener(WHO_ARE_YOU, ask);
    return () => window.removeEventListener(WHO_ARE_YOU, ask);
  }, [answers]);
  return (
    <Modal
      title={here.name ? `${here.name} is here` : "Who are you?"}
      stands="md"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button
          type="button"
          className={`my-1.5 flex min-h-12 max-w-44 items-center gap-2 rounded border-[1.5px] bg-shelf px-2.5 font-semibold ${here.name ? "border-edge" : "border-stop text-stop"}`}
          aria-label={here.name ? `${here.name} is here: change` : "Say who you are"}
        >
          <UserRound size={18} aria-hidden className="shrink-0" />
          <span className="truncate">{here.name ?? "who are you?"}</span>
        </button>
      }
    >
      <WhoSheet
        here={here}
        people={people}
        onIn={() => {
          setOpen(false);
          router.refresh();
        }}
      />
    </Modal>
  );
}
