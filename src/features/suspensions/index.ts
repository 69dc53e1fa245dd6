export { RecordSuspended, SuspendedProvider, suspendedMark, useSuspended } from "./suspended-provider";
export { SuspendedNote } from "./suspended-note";
export { SuspensionsPage } from "./suspensions-page";
