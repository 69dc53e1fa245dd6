export { CarrierRecord } from "./carrier-record";
export { CarriersSide } from "./carriers-side";
export { ServiceRecord } from "./service-record";
