export { BillImport } from "./bill-import";
export { BillPage } from "./bill-page";
export { RecoveryPage } from "./recovery-page";
