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

/** The changes that take these back, last first. */
export function inverse(changes: readonly Change[]): Change[] {
  return [...changes].reverse().map(({ path, from, to, at }) => ({
    path,
    ...(to === undefined ? {} : { from: to }),
    ...(from === undefined ? {} : { to: from }),
    ...(at === undefined ? {} : { at }),
  }));
}
