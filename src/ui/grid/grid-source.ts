import type { Place } from "./block";

/** A value somebody put into a cell. */
export interface CellEdit extends Place {
  readonly text: string;
}

export type GridCommitted =
  | { readonly ok: true }
  | { readonly ok: false; readonly text: string; readonly at?: Place };

export interface GridSource {
  readonly rows: number;
  readonly columns: number;
  readonly textOf: (place: Place) => string;
  readonly mayEdit: (place: Place) => boolean;
  readonly commit: (edits: readonly CellEdit[]) => Promise<GridCommitted>;
  /** Whether a pasted block may reach over the last row and so add rows. */
  readonly grows?: boolean | undefined;
}
