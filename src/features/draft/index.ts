export { AddMember } from "./add-member";
export type { EditAnswer, EditFailure } from "./answer";
export { DraftAddress, linesText, readLines } from "./draft-address";
export {
  changeAt,
  DraftChoice,
  DraftDate,
  DraftDecimal,
  DraftPickMany,
  DraftQuantity,
  DraftSwitch,
  DraftText,
  DraftWhole,
  useCommit,
} from "./draft-fields";
export { DraftPick } from "./draft-pick";
export { DraftPlaces } from "./draft-places";
export { DraftProvider, useDraft, type EditOrigin } from "./draft-provider";
export type { DraftEvent } from "./draft-signals";
export { DraftTable, type TableColumn } from "./draft-table";
export { useNewMember } from "./use-unfinished";
export { useDraftValue } from "./use-draft-value";
export { DraftWorkdays } from "./draft-workdays";
export { FindingsNote } from "./findings-note";
export { suggestCode } from "./member-code";
export { MemberHead } from "./member-head";
export { noticesFor, type Notice } from "./notice";
export { placeHref } from "./place-link";
export { RenameForm } from "./rename-form";
