/** Whether this tablet calls out loud: what is due stands in the title and on the screen in any case. */
import { keep, keptUnder } from "../kept";

const KEY = "aumbry-silent";

export const isSilent = (): boolean => keptUnder<boolean>(KEY) === true;
export const beSilent = (silent: boolean): void => keep(KEY, silent ? true : null);
