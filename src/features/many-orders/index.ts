export { BatchPage } from "./batch-page";
export { PlanPage } from "./plan-page";
