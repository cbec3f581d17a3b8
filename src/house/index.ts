export { ANY_HAND, type Answer, execute, mayAsk, rehearse } from "./command";
export { COMMANDS } from "./commands";
export { asRefusal, Refusal } from "./errors";
export { ROLES } from "./records/crew";
