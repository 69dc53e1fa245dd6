import type { Json } from "@/core/setup/path";

const figures = new Set(["amount", "fixed", "percent", "constant"]);

/**
 * Whether some figure of a value is not typed yet: it stands as an empty text, which no setup can hold. Such a value stays
 * on the screen that makes it and counts nowhere.
 */
export function isUnfinished(value: unknown): boolean {
  if (Array.isArray(value)) return value.some(isUnfinished);
  if (typeof value !== "object" || value === null) return false;
  return Object.entries(value).some(
    ([key, inner]) => (figures.has(key) && inner === "") || isUnfinished(inner),
  );
}

const prefix = "unfinished ";

/** What was begun at a place and not finished, also on an earlier visit of the page. */
export function recallUnfinished(path: string): Json | undefined {
  try {
    const text = sessionStorage.getItem(prefix + path);
    return text === null ? undefined : (JSON.parse(text) as Json);
  } catch {
    return undefined;
  }
}

export function rememberUnfinished(path: string, value: Json | undefined): void {
  try {
    if (value === undefined) sessionStorage.removeItem(prefix + path);
    else sessionStorage.setItem(prefix + path, JSON.stringify(value));
  } catch {
    // a browser that keeps nothing: then a page that is left forgets
  }
}
