export { KeysPage } from "./keys-page";
