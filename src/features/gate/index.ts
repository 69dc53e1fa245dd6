export { GatePage } from "./gate-page";
export { LookingNote } from "./looking-note";
export { RevisionPage } from "./revision-page";
export { RevisionsPage } from "./revisions-page";
export { GateRules } from "./gate-rules";
