export { download } from "./download";
export type { Fate, RowFate } from "./fate";
export { readFileBytes } from "./import-file";
export { ImportPanel } from "./import-panel";
