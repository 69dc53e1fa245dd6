export { findGoods, startMany } from "./actions";
export { itemMeant } from "./item-meant";
export { ConfirmationPaper } from "./confirmation-paper";
export { OrderDesk } from "./order-desk";
export { lookNames, stateNames } from "./order-states";
export { OrdersSide } from "./orders-side";
