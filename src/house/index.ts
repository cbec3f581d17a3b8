export { type Answer, execute, rehearse } from "./command";
export { COMMANDS } from "./commands";
export { asRefusal, Refusal } from "./errors";
