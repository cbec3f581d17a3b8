export { carriedTo } from "./attribute";
export { type FlowLink, withoutCircles } from "./circles";
export {
  type EpcisDocument,
  type EpcisEvent,
  epcisDocument,
  epcisEvents,
  type ReadBack,
  readEpcis,
  type Told,
} from "./epcis";
export { type Direction, reach } from "./reach";
export { type Ended, PASSES_PCT, type RecallAccount, recallAccount } from "./recall";
