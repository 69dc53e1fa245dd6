import type { Change } from "@/core/setup/inverse";
import type { Edition } from "@/core/setup/tariff";
import type { Place } from "@/ui/grid/block";
import { plainNumber } from "@/ui/number-text";
import type { CellEdit } from "@/ui/grid/use-grid";

/** Columns before the first break: the zone's code and its name. */
export const LEAD = 2;

/** The bounds stand behind the breaks. */
export type TariffColumn =
  | { readonly kind: "zone" | "name" | "minimum" | "maximum" }
  | { readonly kind: "break"; readonly index: number };

export function columnAt(edition: Edition, column: number): TariffColumn {
  if (column === 0) return { kind: "zone" };
  if (column === 1) return { kind: "name" };
  const index = column - LEAD;
  if (index < edition.breaks.length) return { kind: "break", index };
  return { kind: index === edition.breaks.length ? "minimum" : "maximum" };
}

/** What a cell of the grid holds; bands have pages of their own and are not shown here. */
export function cellText(edition: Edition, { row, column }: Place): string {
  const entry = edition.rows[row];
  const at = columnAt(edition, column);
  if (!entry) return "";
  if (at.kind === "zone") return entry.zone;
  if (at.kind === "minimum" || at.kind === "maximum") return entry[at.kind] ?? "";
  if (at.kind !== "break") return "";
  const rate = entry.rates[at.index];
  return typeof rate === "string" ? rate : "";
}

/** Edits of cells as changes of the draft; an empty cell is "no rate", an empty bound is left out. */
export function cellChanges(edition: Edition, edits: readonly CellEdit[], path: string): Change[] {
  return edits.flatMap((edit): Change[] => {
    const at = columnAt(edition, edit.column);
    const before = cellText(edition, edit);
    const text = plainNumber(edit.text);
    if (at.kind === "break")
      return [
        {
          path: `${path}/rows/${edit.row}/rates/${at.index}`,
          from: before === "" ? null : before,
          to: text === "" ? null : text,
        },
      ];
    if (at.kind !== "minimum" && at.kind !== "maximum") return [];
    return [
      {
        path: `${path}/rows/${edit.row}/${at.kind}`,
        ...(before === "" ? {} : { from: before }),
        ...(text === "" ? {} : { to: text }),
      },
    ];
  });
}

/** The grid's cell a problem's path is about. */
export function cellOf(edition: Edition, path: string): Place | undefined {
  const cell = /\/rows\/(\d+)\/rates\/(\d+)$/.exec(path);
  if (cell) return { row: Number(cell[1]), column: LEAD + Number(cell[2]) };
  const bound = /\/rows\/(\d+)\/(minimum|maximum)$/.exec(path);
  if (!bound) return undefined;
  return { row: Number(bound[1]), column: LEAD + edition.breaks.length + (bound[2] === "minimum" ? 0 : 1) };
}
