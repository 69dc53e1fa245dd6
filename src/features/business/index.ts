export { BusinessRecord } from "./business-record";
export { FirstScreen } from "./first-screen";
