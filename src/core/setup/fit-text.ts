import { joinPath } from "./path";

/** What is nested deeper than this is no setup, request or list of changes. */
const DEEPEST = 100;

export type FitText =
  | { readonly ok: true; readonly value: unknown }
  | { readonly ok: false; readonly code: FitFault; readonly path: string };

type FitFault = "bad-text" | "too-deep" | "too-large";

/**
 * Looks through parsed JSON for texts that can't be kept: with a NUL, or with half of a surrogate pair (both are no text
 * to a database). Texts that can be written in several ways of the same characters come in one (NFC), so that what looks
 * equal is equal. More than `mostValues` lists and groups of fields are not gone through. What needs no change comes back as it is.
 */
export function fitText(input: unknown, mostValues = Infinity): FitText {
  let values = 0;
  const path: (string | number)[] = [];
  let bad: FitFault | undefined;
  const visit = (value: unknown): unknown => {
    if (typeof value === "string") {
      if (UNFIT.test(value)) bad = "bad-text";
      return ASCII.test(value) ? value : value.normalize("NFC");
    }
    if (typeof value !== "object" || value === null) return value;
    if (++values > mostValues) bad = "too-large";
    if (path.length >= DEEPEST) {
      bad = "too-deep";
      return value;
    }
    return Array.isArray(value) ? visitList(value) : visitRecord(value as Record<string, unknown>);
  };
  const visitList = (list: readonly unknown[]): readonly unknown[] => {
    let copy: unknown[] | undefined;
    for (let i = 0; i < list.length; i++) {
      path.push(i);
      const next = visit(list[i]);
      if (bad) return list;
      path.pop();
      if (next !== list[i]) (copy ??= [...list])[i] = next;
    }
    return copy ?? list;
  };
  const visitRecord = (record: Record<string, unknown>): Record<string, unknown> => {
    let copy: Record<string, unknown> | undefined;
    for (const key of Object.keys(record)) {
      path.push(key);
      const next = visit(record[key]);
      if (!bad && UNFIT.test(key)) bad = "bad-text";
      if (bad) return record;
      path.pop();
      if (next !== record[key]) (copy ??= { ...record })[key] = next;
    }
    return copy ?? record;
  };
  const value = visit(input);
  return bad ? { ok: false, code: bad, path: pathText(path) } : { ok: true, value };
}

const UNFIT = /[\0\p{Surrogate}]/u;
const ASCII = /^[\x01-\x7f]*$/;

/** A segment itself may hold what can't be written into a path. */
function pathText(path: readonly (string | number)[]): string {
  return joinPath(
    ...path.slice(0, 12).map((part) =>
      String(part)
        .slice(0, 60)
        .replace(/[\0\p{Surrogate}]/gu, "?"),
    ),
  );
}
