export { GatePage } from "./gate-page";
export { RevisionPage } from "./revision-page";
export { RevisionsPage } from "./revisions-page";
export { GateRules } from "./gate-rules";
