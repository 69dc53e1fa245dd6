export { OrderImport } from "./order-import";
export { orderTable } from "./order-rows";
