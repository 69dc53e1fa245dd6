/**
 * What can be wrong with a setup, a request or an item, as stable codes. `data` carries the figures of the
 * sentence; the sentence itself is in `messages/`.
 */
export const problemCodes = [
  "unknown-field",
  "missing-field",
  "wrong-type",
  "not-a-choice",
  "too-small",
  "too-large",
  "no-shape-fits",
  "not-a-decimal",
  "too-many-digits",
  "negative",
  "not-positive",
  "bad-code",
  "bad-name",
  "text-too-long",
  "unknown-country",
  "unknown-currency",
  "bad-date",
  "bad-instant",
  "unknown-time-zone",
  "bad-time",
  "bad-subdivision",
  "bad-postcode-pattern",
  "subdivision-elsewhere",
  "postcode-without-country",
  "duplicate-code",
  "unknown-code",
  "not-live-yet",
  "edges-not-ascending",
  "open-edge-not-last",
  "open-edge-in-from",
  "rates-do-not-match-breaks",
  "rates-do-not-match-bands",
  "per-missing",
  "unit-missing",
  "unit-does-not-fit",
  "dates-reversed",
  "minimum-over-maximum",
  "days-reversed",
  "percent-too-low",
  "same-currency",
  "empty-between",
  "in-use",
  "percent-or-reverse",
  "no-such-place",
  "changed-meanwhile",
  "unknown-sku",
  "no-exchange-rate",
  "no-lines",
  "origin-said-twice",
  "pieces-do-not-add-up",
  "bad-json",
  "too-deep",
  "bad-text",
] as const;

export type ProblemCode = (typeof problemCodes)[number];

/** One thing wrong, where, and what would help. */
export interface Problem {
  readonly code: ProblemCode;
  /** Codes and indexes from the root, joined by `/`: `tariffs/BLR/editions/2026/rows/3/rates/2`. */
  readonly path: string;
  readonly data: Readonly<Record<string, string>>;
  /** A field or code that was probably meant. */
  readonly hint?: string;
}
