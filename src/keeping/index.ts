export { exportJson, importJson } from "./as-json";
export { backup } from "./backup";
export { inOneLine, KeepingFault } from "./fault";
export { keepNow, nightIsDue } from "./nightly";
export { type Keeper, restore, verifyBackup } from "./restore";
