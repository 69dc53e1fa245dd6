export { sent } from "./sent";
export { useSubmit } from "./use-submit";
