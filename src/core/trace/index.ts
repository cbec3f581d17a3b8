export { carriedTo } from "./attribute";
export { type FlowLink, withoutCircles } from "./circles";
export { type Direction, reach } from "./reach";
