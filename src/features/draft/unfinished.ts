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
const listeners = new Set<() => void>();
/** What was read last at a place: the same object as long as the same text is kept. */
const read = new Map<string, { readonly text: string; readonly value: unknown }>();

/** Hears when something unfinished is kept or given up. */
export function onUnfinished(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** What was begun at a place and not finished, also on an earlier visit of the page. */
export function recallUnfinished(path: string): unknown {
  try {
    const text = sessionStorage.getItem(prefix + path);
    if (text === null) return undefined;
    const known = read.get(path);
    if (known?.text === text) return known.value;
    const value: unknown = JSON.parse(text);
    read.set(path, { text, value });
    return value;
  } catch {
    return undefined;
  }
}

/** Keeps what is unfinished at a place as long as the browser's tab is open; `undefined` gives it up. */
export function rememberUnfinished(path: string, value: unknown): void {
  if (value === undefined && recallUnfinished(path) === undefined) return;
  try {
    if (value === undefined) sessionStorage.removeItem(prefix + path);
    else sessionStorage.setItem(prefix + path, JSON.stringify(value));
  } catch {
    // a browser that keeps nothing keeps nothing unfinished either
  }
  for (const listener of listeners) listener();
}
