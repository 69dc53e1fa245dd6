export { lookAt } from "./actions";
export { LookingNote } from "./looking-note";
export { RevisionLink } from "./revision-link";
