export { OriginRecord } from "./origin-record";
export { OriginsImport } from "./origins-import";
export { OriginsSide } from "./origins-side";
