export { download } from "./download";
export type { Fate, RowFate } from "./fate";
export { fileProblemWords } from "./import-file";
export { ImportPanel } from "./import-panel";
