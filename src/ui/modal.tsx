"use client";

import {
  type ComponentProps,
  type ComponentType,
  cloneElement,
  type ReactElement,
  useEffect,
  useRef,
  useState,
} from "react";
import type { SheetProps } from "./modal-sheet";

interface ModalProps extends Pick<SheetProps, "title" | "children" | "stands"> {
  /** The button pressed to open it; left out when something else opens it. */
  readonly trigger?: ReactElement<ComponentProps<"button">>;
  readonly open?: boolean;
  readonly onOpenChange?: (open: boolean) => void;
}

/** The sheet, once it was fetched for the first of them. */
let fetched: ComponentType<SheetProps> | undefined;
const fetchSheet = async (): Promise<ComponentType<SheetProps>> => {
  fetched ??= (await import("./modal-sheet")).ModalSheet;
  return fetched;
};

/**
 * A sheet over the bench with its title and a way out; Escape closes it. Until it is opened for the first time there
 * is only its button: forty entries and as many figures have one each, and few are ever asked. What draws it is
 * fetched when somebody is about to press; where it cannot be had it closes again, and the next press asks anew.
 */
export function Modal({ trigger, open: told, onOpenChange, ...given }: ModalProps) {
  const [own, setOwn] = useState(false);
  const [Sheet, setSheet] = useState(() => fetched);
  const open = told ?? own;
  const [met, setMet] = useState(open);
  if (open && !met) setMet(true);
  const button = useRef<HTMLButtonElement>(null);
  const turn = (to: boolean) => {
    setOwn(to);
    onOpenChange?.(to);
  };
  const close = useRef(() => {});
  close.current = () => turn(false);
  useEffect(() => {
    if (open && !Sheet)
      fetchSheet().then(
        (sheet) => setSheet(() => sheet),
        () => close.current(),
      );
  }, [open, Sheet]);
  const soon = () => void fetchSheet().catch(() => {});
  return (
    <>
      {trigger &&
        cloneElement(trigger, {
          ref: button,
          "aria-haspopup": "dialog",
          "aria-expanded": open,
          onClick: () => turn(!open),
          onPointerEnter: soon,
          onFocus: soon,
        })}
      {met && Sheet && <Sheet {...given} open={open} onOpenChange={turn} pressed={button} />}
    </>
  );
}
