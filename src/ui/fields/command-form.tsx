import type { ComponentProps } from "react";
import { COMMANDS, type CommandName } from "@/house";
import { figuresIn } from "@/house/language/figures-in";
import { FormInBrowser } from "./form-in-browser";
import { askedAt } from "./judge";

/** A form for one command that knows how its figures are judged, for when the house cannot be asked. */
export function CommandForm<N extends CommandName>(
  given: Omit<ComponentProps<typeof FormInBrowser<N>>, "figures">,
) {
  const all = COMMANDS.get(given.command);
  const places = new Set(given.fields.map((f) => askedAt(f.name)));
  const figures = Object.entries(all ? figuresIn(all.input) : {}).filter(([path]) => places.has(path));
  return <FormInBrowser {...given} figures={Object.fromEntries(figures)} />;
}
