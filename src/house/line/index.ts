export { WORDS } from "../commands";
export type { Verb } from "../language/words";
export { cardHere } from "./here";
export { type Understood, understand } from "./understand";
