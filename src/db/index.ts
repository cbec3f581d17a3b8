export { letIn } from "./application";
export { closeDatabase, connect, database, recordsFailedWithin, writingDatabase } from "./connection";
export { type Ears, listen, recordsAnswer } from "./listen";
export { lookAtTables, migrate, STEPS } from "./migrate";
export { reach } from "./reach";
