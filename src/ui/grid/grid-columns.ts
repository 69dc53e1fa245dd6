import type { CSSProperties, ReactNode } from "react";

export interface GridColumn {
  readonly key: string;
  readonly head: ReactNode;
  /** The head as words, for who can't see it. */
  readonly name: string;
  readonly width: number;
  readonly numeric?: boolean;
  /** Stays at the left while the rest scrolls. */
  readonly fixed?: boolean;
}

/** Grids of fewer columns draw them all. */
const FEW_COLUMNS = 24;

export interface ShownColumn {
  readonly entry: GridColumn;
  readonly at: number;
  /** The width of the columns before it that are not drawn. */
  readonly skipped: number | undefined;
}

/** The columns in view, and the fixed ones; what lies between is left as room. */
export function shownColumns(
  columns: readonly GridColumn[],
  inView: readonly { readonly index: number }[],
): ShownColumn[] {
  const [first, last] = [inView[0]?.index ?? 0, inView.at(-1)?.index ?? columns.length];
  const all = columns.length <= FEW_COLUMNS;
  let skipped = 0;
  return columns.flatMap((entry, at) => {
    if (!all && !entry.fixed && (at < first || at > last)) {
      skipped += entry.width;
      return [];
    }
    const room = skipped === 0 ? undefined : skipped;
    skipped = 0;
    return [{ entry, at, skipped: room }];
  });
}

/** Scrolls so that a column is in view, beside the fixed ones. */
export function revealColumn(box: HTMLElement | null, columns: readonly GridColumn[], column: number): void {
  if (!box || columns[column]?.fixed) return;
  const left = columns.slice(0, column).reduce((sum, entry) => sum + entry.width, 0);
  const fixed = columns.filter((entry) => entry.fixed).reduce((sum, entry) => sum + entry.width, 0);
  const right = left + (columns[column]?.width ?? 0);
  if (left - fixed < box.scrollLeft) box.scrollLeft = left - fixed;
  else if (right > box.scrollLeft + box.clientWidth) box.scrollLeft = right - box.clientWidth;
}

/** How far from the left each fixed column stays. */
export function fixedLefts(columns: readonly GridColumn[]): (number | undefined)[] {
  let left = 0;
  return columns.map((column) => {
    if (!column.fixed) return undefined;
    const at = left;
    left += column.width;
    return at;
  });
}

export function stuck(left: number | undefined): CSSProperties {
  return left === undefined ? {} : { position: "sticky", left };
}
