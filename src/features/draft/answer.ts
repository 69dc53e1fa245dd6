import type { Change } from "@/core/setup/inverse";

/** What an edit of the draft comes back with. */
export type EditAnswer =
  | {
      readonly ok: true;
      readonly changes: readonly Change[];
      /** The edit's own number: the draft is as of it. */
      readonly stamp: number;
    }
  | {
      readonly ok: false;
      readonly code: string;
      readonly problems: readonly { readonly path: string; readonly text: string }[];
    };

export type EditFailure = EditAnswer & { readonly ok: false };

const words: Readonly<Record<string, string>> = {
  "not-signed-in": "You are signed out. Sign in again in another tab, then try once more.",
  forbidden: "Your role may look, not change.",
  unavailable: "The server can't reach its data. Try once more.",
  unreachable: "The server does not answer. Try once more.",
};

/** One sentence for an edit that failed. */
export function answerText(answer: EditFailure): string {
  return answer.problems[0]?.text ?? words[answer.code] ?? "This was not stored. Try once more.";
}
