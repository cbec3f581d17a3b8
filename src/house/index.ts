export { COMMANDS, type CommandName, commandAsked, type InputOf } from "./commands";
export { asRefusal, Refusal } from "./language/errors";
export { mustBeWritable } from "./language/writable";
export { ANY_HAND, type Answer, execute, mustBeAllowed, rehearse } from "./ledger/command";
export { ROLES, type Role } from "./people/roles";
