export { download, downloadSheet, downloadTable } from "./download";
export type { Verdict, RowVerdict } from "./verdict";
export { fileProblemWords } from "./import-file";
export { ImportPanel } from "./import-panel";
export { FileDrop } from "./file-drop";
export { FileRows, RefusedFile, type FileRow } from "./file-rows";
