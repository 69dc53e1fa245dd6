export { GuidePage } from "./guide-page";
