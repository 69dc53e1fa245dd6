export { download } from "./download";
export type { Verdict, RowVerdict } from "./verdict";
export { fileProblemWords } from "./import-file";
export { ImportPanel } from "./import-panel";
