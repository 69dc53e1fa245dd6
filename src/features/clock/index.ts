export { ClockProvider } from "./clock-provider";
export { Moment } from "./moment";
