export { BreakEvenPage } from "./break-even-page";
export { breakEvenQuery } from "./break-even-query";
export { RecoveryHead } from "./recovery-nav";
export { RecoveryPage } from "./recovery-page";
export { recoveryQuery } from "./recovery-query";
export { ShipmentsPage } from "./shipments-page";
