import { failureSentence, type FailureCode, type FailureData } from "./failures";

/** One field that something is wrong with, in words. */
export interface WordedProblem {
  readonly path: string;
  readonly text: string;
}

/** What kept an action from happening, in words. */
export interface Refusal {
  readonly ok: false;
  readonly code: FailureCode;
  readonly text: string;
  readonly problems: readonly WordedProblem[];
}

/** What an action comes back with: its value, or why it did not happen. */
export type Answer<T> = { readonly ok: true; readonly value: T } | Refusal;

/** A refusal in words, by its code. */
export function refusal<C extends FailureCode>(code: C, data: FailureData[C]): Refusal {
  return { ok: false, code, text: failureSentence(code, data), problems: [] };
}

/** What the browser says of an action whose answer never came. */
export const unreachable = refusal("unreachable", {});
