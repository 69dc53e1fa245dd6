import type { Problem } from "@/core/setup/problem";

/** Why a use case did not happen; the words come later. */
export type FailureCode =
  | "not-signed-in"
  | "forbidden"
  | "not-found"
  | "conflict"
  | "invalid"
  | "locked"
  | "last-admin"
  | "known-person"
  | "unavailable";

export interface Failure {
  readonly ok: false;
  readonly code: FailureCode;
  readonly problems: readonly Problem[];
}

/** What a use case gives: its value, or a failure with the fields it is about. */
export type Result<T> = { readonly ok: true; readonly value: T } | Failure;

export function done<T>(value: T): { readonly ok: true; readonly value: T } {
  return { ok: true, value };
}

export function failed(code: FailureCode, problems: readonly Problem[] = []): Failure {
  return { ok: false, code, problems };
}
