export { CarrierListSheet } from "./carrier-list-sheet";
export { CarrierRecord } from "./carrier-record";
export { CarrierSheet } from "./carrier-sheet";
export { CarriersSide } from "./carriers-side";
export { ServiceComparison } from "./service-comparison";
export { ServiceRecord } from "./service-record";
