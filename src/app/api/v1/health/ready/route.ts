export { dynamic, GET } from "../route";
