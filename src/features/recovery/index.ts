export { BreakEvenPage } from "./break-even-page";
export { breakEvenQuery } from "./break-even-query";
export { monthName, MonthsChoice, monthsBetween } from "./months-choice";
export { RecoveryHead } from "./recovery-nav";
export { RecoveryPage } from "./recovery-page";
export { recoveryQuery, shipmentsHref } from "./recovery-query";
export { ShipmentsPage } from "./shipments-page";
