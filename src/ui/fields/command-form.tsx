import type { ComponentProps } from "react";
import type { CommandName } from "@/house";
import { FormInBrowser } from "./form-in-browser";
import { askedAt } from "./judge";
import { Judged } from "./judged";

/** A form for one command, whose figures are judged also where the house cannot be asked. */
export function CommandForm<N extends CommandName>(given: ComponentProps<typeof FormInBrowser<N>>) {
  const places = new Set(given.fields.map((f) => askedAt(f.name)));
  return (
    <Judged commands={[given.command]} asked={(path) => places.has(path)}>
      <FormInBrowser {...given} />
    </Judged>
  );
}
