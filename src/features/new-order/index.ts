export { NewOrder } from "./new-order";
