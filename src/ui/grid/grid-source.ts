import type { Place } from "./block";

/** A value somebody put into a cell. */
export interface CellEdit extends Place {
  readonly text: string;
}

export type GridCommitted =
  | { readonly ok: true }
  | {
      readonly ok: false;
      readonly text: string;
      readonly at?: Place;
      /** Somebody else has set this meanwhile: it goes in only when it is asked for once more. */
      readonly conflict?: boolean;
    };

export interface GridSource {
  readonly rows: number;
  readonly columns: number;
  readonly textOf: (place: Place) => string;
  readonly mayEdit: (place: Place) => boolean;
  readonly commit: (edits: readonly CellEdit[]) => Promise<GridCommitted>;
  /** Whether a pasted block may reach over the last row and so add rows. */
  readonly grows?: boolean | undefined;
  /** The first row that is not stored yet: what is typed from there on waits until its row is left. */
  readonly firstNew?: number | undefined;
  /** Whether a new row with these texts by column can be stored. */
  readonly isComplete?: ((cells: ReadonlyMap<number, string>) => boolean) | undefined;
  /** What a row is called, wherever it lies: what is typed into it moves along when others are put in or taken out. */
  readonly rowKey?: ((row: number) => string | undefined) | undefined;
  /** The last column a block pasted from this one on may reach. */
  readonly reach?: ((column: number) => number) | undefined;
  /** What columns are called, so that a pasted block with a head finds its own. */
  readonly heads?: readonly string[] | undefined;
  /** Under what name unstored values are kept while another page is open; nothing for a grid that forgets them. */
  readonly memory?: string | undefined;
}
