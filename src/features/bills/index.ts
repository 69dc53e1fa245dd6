export { BillImport } from "./bill-import";
export { BillPage } from "./bill-page";
export { BillsPage } from "./bills-page";
export { MonthEndPage } from "./month-end-page";
export { ObjectionsPage } from "./objections-page";
