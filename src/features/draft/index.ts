export { AddMember } from "./add-member";
export { answerText, type EditAnswer } from "./answer";
export { DraftAddress, linesText, readLines } from "./draft-address";
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
export { DraftPlaces } from "./draft-places";
export { DraftProvider, useDraft } from "./draft-provider";
export { DraftTable, type TableColumn } from "./draft-table";
export { DraftWorkdays } from "./draft-workdays";
export { FindingsNote } from "./findings-note";
export { suggestCode } from "./member-code";
export { MemberHead } from "./member-head";
export { noticesFor, type Notice } from "./notice";
export { placeHref } from "./place-link";
export { RenameForm } from "./rename-form";
