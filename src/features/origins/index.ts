export { OriginRecord } from "./origin-record";
export { OriginsSide } from "./origins-side";
