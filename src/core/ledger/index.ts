export { balances } from "./balances";
export { type BatchAccount, batchAccount, type MovementKind } from "./batch-account";
export { type Carried, type CarryingMove, carriedReading, type ReadThen } from "./carried";
export { type Composition, composition, type MixOptions, mix, type Share } from "./composition";
export { type FillId, type Movement, standing } from "./movement";
