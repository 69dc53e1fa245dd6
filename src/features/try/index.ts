export { TryPage } from "./try-page";
