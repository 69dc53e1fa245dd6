export { SuspendedNote } from "./suspended-note";
export { SuspensionsPage } from "./suspensions-page";
