export { ActivityPage } from "./activity-page";
