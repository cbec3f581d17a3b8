export { type Understood, understand } from "./understand";
export { VERBS, type Verb } from "./verbs";
