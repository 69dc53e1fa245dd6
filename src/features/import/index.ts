export { download } from "./download";
export type { Fate, RowFate } from "./fate";
export { ImportPanel } from "./import-panel";
