export { closeDatabase, connect, database } from "./connection";
export { listen } from "./listen";
export { migrate } from "./migrate";
