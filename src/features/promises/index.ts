export { PromisesPage } from "./promises-page";
