export { CheaperPage } from "./cheaper-page";
export { NewTablePage } from "./new-table-page";
