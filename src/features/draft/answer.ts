import type { Change } from "@/core/setup/inverse";
import type { Answer, Refusal } from "@/messages/answer";

/** What was stored: the edit's own number (the draft is as of it), and the changes as they came to be. */
export interface StoredEdit {
  readonly changes: readonly Change[];
  readonly stamp: number;
}

/** What an edit of the draft comes back with. */
export type EditAnswer = Answer<StoredEdit>;
export type EditFailure = Refusal;
