import type { Json } from "./path";

/**
 * One change of a setup as a value: what stood at a path and what stands there afterwards. Without `from` the value is new
 * there, without `to` it is gone. In a list a new value goes to the index `at` names, or last. The same type serves
 * editing, undo (see `inverse`) and the record of who changed what.
 */
export interface Change {
  readonly path: string;
  readonly from?: Json;
  readonly to?: Json;
  readonly at?: number;
}

/** A member's own name in a path that ends with its code or label: `origins/TRT/code`. */
const OWN_NAME = /^(.*\/)[^/]+\/(code|label)$/;

/** The path to a member's name once it is `to`: a change of a code leads there by the old one. */
function pathAfter(path: string, to: Json | undefined): string {
  const parts = OWN_NAME.exec(path);
  return parts && typeof to === "string"
    ? `${parts[1] ?? ""}${encodeURIComponent(to)}/${parts[2] ?? ""}`
    : path;
}

/** The changes that take these back, last first. */
export function inverse(changes: readonly Change[]): Change[] {
  return [...changes].reverse().map(({ path, from, to, at }) => ({
    path: pathAfter(path, to),
    ...(to === undefined ? {} : { from: to }),
    ...(from === undefined ? {} : { to: from }),
    ...(at === undefined ? {} : { at }),
  }));
}
