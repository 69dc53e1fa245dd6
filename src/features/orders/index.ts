export { OrderDesk } from "./order-desk";
export { OrdersSide } from "./orders-side";
