export { BusinessRecord } from "./business-record";
export { BusinessStart } from "./business-start";
