export { loadDemo } from "./load";
