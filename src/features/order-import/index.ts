export { OrderImport } from "./order-import";
export { countryOf } from "./order-rows";
export { orderTable } from "./order-rows";
