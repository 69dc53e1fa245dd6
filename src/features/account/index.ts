export { AccountPage } from "./account-page";
export { askAuth } from "./ask-auth";
