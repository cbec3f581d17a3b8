"use client";

import { X } from "lucide-react";
import { Dialog } from "radix-ui";
import {
  type ComponentProps,
  cloneElement,
  type ReactElement,
  type ReactNode,
  useRef,
  useState,
} from "react";

interface ModalProps {
  readonly title: string;
  readonly children: ReactNode;
  readonly width?: "md" | "xl" | "4xl";
  /** The button pressed to open it; left out when something else opens it. */
  readonly trigger?: ReactElement<ComponentProps<"button">>;
  readonly open?: boolean;
  readonly onOpenChange?: (open: boolean) => void;
}

const WIDTH = { md: "max-w-md", xl: "max-w-xl", "4xl": "max-w-4xl" } as const;

/**
 * A sheet over the bench with its title and a way out; Escape closes it. Until it is opened for the first time there
 * is only its button: forty entries and as many figures have one each, and few are ever asked.
 */
export function Modal({ title, children, width = "xl", trigger, open: told, onOpenChange }: ModalProps) {
  const [own, setOwn] = useState(false);
  const open = told ?? own;
  const [met, setMet] = useState(open);
  if (open && !met) setMet(true);
  const button = useRef<HTMLButtonElement>(null);
  const turn = (to: boolean) => {
    setOwn(to);
    onOpenChange?.(to);
  };
  return (
    <>
      {trigger &&
        cloneElement(trigger, {
          ref: button,
          "aria-haspopup": "dialog",
          "aria-expanded": open,
          onClick: () => turn(!open),
        })}
      {met && (
        <Dialog.Root open={open} onOpenChange={turn}>
          <Dialog.Portal>
            <Dialog.Overlay className="fixed inset-0 z-[55] bg-black/50" />
            <Dialog.Content
              aria-describedby={undefined}
              className={`fixed inset-3 z-[60] m-auto h-fit max-h-[calc(100dvh-24px)] overflow-y-auto rounded border border-rule bg-shelf p-5 text-ink ${WIDTH[width]}`}
              onCloseAutoFocus={(closing) => {
                if (!button.current) return;
                closing.preventDefault();
                button.current.focus();
              }}
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
      )}
    </>
  );
}
