export { WORDS } from "../commands";
export type { Verb } from "../language/words";
export { type Understood, understand } from "./understand";
