import type { Change } from "@/core/setup/inverse";
import type { Edition } from "@/core/setup/tariff";
import type { Place } from "@/ui/grid/block";
import { plainNumber } from "@/ui/number-text";
import type { CellEdit } from "@/ui/grid/grid-source";

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

/** A row's rates on the page of a band; without bands there is one page. */
export function ratesOn(edition: Edition, row: number, page: number): readonly (string | null)[] {
  const rates = edition.rows[row]?.rates ?? [];
  const own = edition.bands ? rates[page] : rates;
  return (Array.isArray(own) ? own : []) as (string | null)[];
}

/** What a cell of the grid holds, on the page of a band. */
export function cellText(edition: Edition, page: number, { row, column }: Place): string {
  const entry = edition.rows[row];
  const at = columnAt(edition, column);
  if (!entry) return "";
  if (at.kind === "zone") return entry.zone;
  if (at.kind === "minimum" || at.kind === "maximum") return entry[at.kind] ?? "";
  return at.kind === "break" ? (ratesOn(edition, row, page)[at.index] ?? "") : "";
}

/** Where a rate stands in the edition: `rows/3/rates/2`, or `rows/3/rates/1/2` on the second page of bands. */
export function ratePath(edition: Edition, page: number, row: number, index: number): string {
  return `rows/${row}/rates/${edition.bands ? `${page}/` : ""}${index}`;
}

/** Edits of cells as changes of the draft; an empty cell is "no rate", an empty bound is left out. */
export function cellChanges(
  edition: Edition,
  page: number,
  edits: readonly CellEdit[],
  path: string,
): Change[] {
  return edits.flatMap((edit): Change[] => {
    const at = columnAt(edition, edit.column);
    const before = cellText(edition, page, edit);
    const text = plainNumber(edit.text);
    if (at.kind === "break")
      return [
        {
          path: `${path}/${ratePath(edition, page, edit.row, at.index)}`,
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

/** The grid's cell a problem's or a finding's path is about, and the page it is on. */
export function cellOf(edition: Edition, path: string): (Place & { readonly page: number }) | undefined {
  const cell = /\/rows\/(\d+)\/rates\/(?:(\d+)\/)?(\d+)$/.exec(path);
  if (cell) return { row: Number(cell[1]), page: Number(cell[2] ?? 0), column: LEAD + Number(cell[3]) };
  const bound = /\/rows\/(\d+)\/(minimum|maximum)$/.exec(path);
  if (!bound) return undefined;
  const column = LEAD + edition.breaks.length + (bound[2] === "minimum" ? 0 : 1);
  return { row: Number(bound[1]), page: 0, column };
}
