import type { Change } from "@/core/setup/inverse";

/** Something about the draft as it happens. */
export type DraftEvent =
  /** What stands in a field before it is committed; no changes when typing is over. */
  | { readonly kind: "typed"; readonly changes: readonly Change[] }
  | { readonly kind: "stored"; readonly changes: readonly Change[]; readonly stamp: number };

/** Tells those who listen what is typed and what was stored, without the fields knowing them. */
export interface DraftSignals {
  readonly type: (changes: readonly Change[]) => void;
  readonly stored: (edit: { readonly changes: readonly Change[]; readonly stamp: number }) => void;
  /** Listens until the function that comes back is called. */
  readonly listen: (hear: (event: DraftEvent) => void) => () => void;
}

export function draftSignals(): DraftSignals {
  const ears = new Set<(event: DraftEvent) => void>();
  const tell = (event: DraftEvent) => {
    for (const hear of ears) hear(event);
  };
  return {
    type: (changes) => tell({ kind: "typed", changes }),
    stored: ({ changes, stamp }) => tell({ kind: "stored", changes, stamp }),
    listen: (hear) => {
      ears.add(hear);
      return () => ears.delete(hear);
    },
  };
}
