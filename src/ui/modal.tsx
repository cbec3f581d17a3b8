"use client";

import { X } from "lucide-react";
import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

interface ModalProps {
  readonly title: string;
  readonly children: ReactNode;
  readonly width?: "md" | "xl" | "4xl";
  /** The thing pressed to open it; left out when something else opens it. */
  readonly trigger?: ReactNode;
  readonly open?: boolean;
  readonly onOpenChange?: (open: boolean) => void;
}

const WIDTH = { md: "max-w-md", xl: "max-w-xl", "4xl": "max-w-4xl" } as const;

/** A sheet over the bench with its title and a way out; Escape closes it. */
export function Modal({ title, children, width = "xl", trigger, open, onOpenChange }: ModalProps) {
  const controlled = { ...(open === undefined ? {} : { open }), ...(onOpenChange ? { onOpenChange } : {}) };
  return (
    <Dialog.Root {...controlled}>
      {trigger && <Dialog.Trigger asChild>{trigger}</Dialog.Trigger>}
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-[55] bg-black/50" />
        <Dialog.Content
          aria-describedby={undefined}
          className={`fixed inset-3 z-[60] m-auto h-fit max-h-[calc(100dvh-24px)] overflow-y-auto rounded border border-rule bg-shelf p-5 text-ink ${WIDTH[width]}`}
        >
          <div className="mb-2 flex items-start justify-between gap-4">
            <Dialog.Title className="pt-2 text-[19px] font-bold">{title}</Dialog.Title>
            <Dialog.Close className="grid size-12 shrink-0 place-items-center" aria-label="Close">
              <X size={20} aria-hidden />
            </Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
