export { AccountPage } from "./account-page";
export { askAuth } from "./ask-auth";
export { SecondFactorDoor } from "./second-factor-door";
export { FailedTriesNote } from "./failed-tries-note";
