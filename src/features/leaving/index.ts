export { LeavingPage } from "./leaving-page";
