/** Plain JSON data. */
export type Json = string | number | boolean | null | readonly Json[] | { readonly [key: string]: Json };

/** What names a member of a list in a path: its code, or an edition's label. */
function memberName(member: unknown): string | undefined {
  if (typeof member !== "object" || member === null) return undefined;
  if ("code" in member && typeof member.code === "string") return member.code;
  if ("label" in member && typeof member.label === "string") return member.label;
  return undefined;
}

/** Joins segments into a path; a segment's own `/` is escaped, so that labels may hold one. */
export function joinPath(...segments: (string | number)[]): string {
  return segments.map((segment) => encodeURIComponent(String(segment))).join("/");
}

/** The segments of a path. Throws `URIError` for a broken escape: the caller's fault. */
export function splitPath(path: string): string[] {
  return path === "" ? [] : path.split("/").map(decodeURIComponent);
}

/** Turns indexes into the codes (or labels) of the members they point at, where these have one. */
export function namedPath(root: unknown, segments: readonly PropertyKey[]): string {
  const named: string[] = [];
  let at: unknown = root;
  for (const segment of segments) {
    const next = step(at, segment);
    named.push((Array.isArray(at) ? memberName(next) : undefined) ?? String(segment));
    at = next;
  }
  return joinPath(...named);
}

function step(at: unknown, segment: PropertyKey): unknown {
  if (typeof at !== "object" || at === null) return undefined;
  return (at as Record<PropertyKey, unknown>)[segment];
}

/** The index of a path segment in a list: a member's code or label where members have one, else a plain index; -1 for none. */
export function indexOfSegment(list: readonly unknown[], segment: string): number {
  if (list.length > 0 && memberName(list[0]) !== undefined)
    return list.findIndex((member) => memberName(member) === segment);
  const index = /^\d+$/.test(segment) ? Number(segment) : -1;
  return index < list.length ? index : -1;
}

/** The value at a path, or `undefined` when there is none. */
export function valueAt(root: unknown, path: string): unknown {
  let at: unknown = root;
  for (const segment of splitPath(path)) {
    if (Array.isArray(at)) at = at[indexOfSegment(at, segment)];
    else at = step(at, segment);
  }
  return at;
}
