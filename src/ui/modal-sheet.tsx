"use client";

import { X } from "lucide-react";
import { Dialog } from "radix-ui";
import type { ReactNode, RefObject } from "react";

const OVER =
  "fixed inset-3 z-[60] m-auto h-fit max-h-[calc(100dvh-24px)] overflow-y-auto rounded border border-rule p-5";
/** How wide it is at most; or a drawer at the side, under all others, whose own head says how it is closed. */
const STANDS = {
  md: `${OVER} max-w-md`,
  xl: `${OVER} max-w-xl`,
  "4xl": `${OVER} max-w-4xl`,
  drawer: "fixed inset-y-0 right-0 z-50 w-[min(340px,92vw)]",
} as const;

export interface SheetProps {
  readonly title: string;
  readonly children: ReactNode;
  readonly stands?: keyof typeof STANDS;
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  /** Where one is again when it closes; where nothing was pressed, where one was before. */
  readonly pressed: RefObject<HTMLElement | null>;
}

/** The sheet itself, with its title and a way out. */
export function ModalSheet({ title, children, stands = "xl", open, onOpenChange, pressed }: SheetProps) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className={`fixed inset-0 bg-black/50 ${stands === "drawer" ? "z-40" : "z-[55]"}`} />
        <Dialog.Content
          aria-describedby={undefined}
          className={`bg-shelf text-ink ${STANDS[stands]}`}
          onCloseAutoFocus={(closing) => {
            if (!pressed.current) return;
            closing.preventDefault();
            pressed.current.focus();
          }}
        >
          {stands === "drawer" ? (
            <Dialog.Title className="sr-only">{title}</Dialog.Title>
          ) : (
            <div className="mb-2 flex items-start justify-between gap-4">
              <Dialog.Title className="pt-2 text-[19px] font-bold">{title}</Dialog.Title>
              <Dialog.Close className="grid size-12 shrink-0 place-items-center" aria-label="Close">
                <X size={20} aria-hidden />
              </Dialog.Close>
            </div>
          )}
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
