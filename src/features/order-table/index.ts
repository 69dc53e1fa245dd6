export { OrderTable } from "./order-table";
