/** A finding in words, with the place it is about. */
export interface Notice {
  readonly source: string;
  readonly severity: "error" | "warning" | "note";
  readonly text: string;
  /** What happens where nothing is done about it. */
  readonly why: string;
  /** By which it can be set aside; an error can't. */
  readonly key?: string;
  /** Set aside by somebody, with a reason: it is a note, and counts nowhere. */
  readonly aside?: { readonly reason: string; readonly who: string };
  /** Of a ladder's rule that can never match: the rules, from 1, that leave nothing for it; none where it contradicts itself. */
  readonly shadowedBy?: readonly number[];
}

/** Those that are not set aside. */
export function counting(notices: readonly Notice[]): Notice[] {
  return notices.filter(({ aside }) => aside === undefined);
}

/** The notices about a place or anything below it. */
export function noticesFor(notices: readonly Notice[], path: string): Notice[] {
  return notices.filter((notice) => notice.source === path || notice.source.startsWith(`${path}/`));
}
