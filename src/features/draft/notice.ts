/** A finding in words, with the place it is about. */
export interface Notice {
  readonly source: string;
  readonly severity: "error" | "warning" | "note";
  readonly text: string;
  /** Of a ladder's rule that can never match: the rules, from 1, that leave nothing for it; none where it contradicts itself. */
  readonly shadowedBy?: readonly number[];
}

/** The notices about a place or anything below it. */
export function noticesFor(notices: readonly Notice[], path: string): Notice[] {
  return notices.filter((notice) => notice.source === path || notice.source.startsWith(`${path}/`));
}
