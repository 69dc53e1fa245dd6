export { OffersTable } from "./offers-table";
export { OrderDesk } from "./order-desk";
export { OrdersSide } from "./orders-side";
export { WorkingView } from "./working-view";
