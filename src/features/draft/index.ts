export { answerText } from "./answer";
export {
  DraftChoice,
  DraftDecimal,
  DraftPickMany,
  DraftQuantity,
  DraftSwitch,
  DraftText,
  DraftWhole,
  useCommit,
} from "./draft-fields";
export { DraftProvider, useDraft } from "./draft-provider";
export { FindingsNote } from "./findings-note";
export { AddMember, RemoveMember } from "./member-buttons";
export { noticesFor, type Notice } from "./notice";
export { placeHref } from "./place-link";
