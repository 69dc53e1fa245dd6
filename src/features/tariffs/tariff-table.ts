import type { Edition, TariffBreak, TariffRow } from "@/core/setup/tariff";
import { plainNumber } from "@/ui/number-text";

/** What a table of rates holds of an edition: everything but its label and its days. */
export type EditionTable = Pick<Edition, "breaks" | "rows"> & {
  readonly bandEdges: readonly (string | null)[] | undefined;
};

const OPEN = "above";
const FIGURE = /^-?\d+(\.\d+)?$/;

/** A break as a column's head: its edge, and what a unit's rate counts: "2", "30 per 1", "30 base per 0.5", "above per 1". */
export function breakHead({ edge, rate, per }: TariffBreak): string {
  const words = { flat: "", perUnit: ` per ${per ?? ""}`, basePlus: ` base per ${per ?? ""}` }[rate];
  return `${edge ?? OPEN}${words}`;
}

export function readBreakHead(head: string): TariffBreak | undefined {
  const found = /^(?:up to\s+|over\s+|from\s+)?([\d.,]+|above)(?:\s+(base\s+)?per\s+([\d.,]+))?$/i.exec(
    head.trim(),
  );
  if (!found) return undefined;
  const [, typed = "", base, per] = found;
  const edge = typed.toLowerCase() === OPEN ? null : plainNumber(typed);
  if (per === undefined) return { edge, rate: "flat" };
  return { edge, rate: base === undefined ? "perUnit" : "basePlus", per: plainNumber(per) };
}

/** An edition as a table: zones down, breaks across, a line a band where there are bands; a row's bounds on its first line. */
export function editionTable(edition: Edition): { readonly head: string[]; readonly rows: string[][] } {
  const bands = edition.bands?.edges;
  const head = ["zone", ...(bands ? ["band"] : []), ...edition.breaks.map(breakHead), "minimum", "maximum"];
  const rows = edition.rows.flatMap((row) =>
    (bands ?? [undefined]).map((band, at) => {
      const rates = (bands ? row.rates[at] : row.rates) as (string | null)[];
      return [
        row.zone,
        ...(band === undefined ? [] : [band ?? OPEN]),
        ...rates.map((rate) => rate ?? ""),
        at === 0 ? (row.minimum ?? "") : "",
        at === 0 ? (row.maximum ?? "") : "",
      ];
    }),
  );
  return { head, rows };
}

/** Something in a file that can't be a table of rates, with its line (the head is 1). */
export interface TableFault {
  readonly line: number;
  readonly text: string;
}

/**
 * A table read back: columns named zone, band, minimum and maximum, and a column a break; others are passed over. Decimal
 * commas are read, an empty cell is "no rate". All faults are told, and nothing is taken in while there is one.
 */
export function readEditionTable(
  head: readonly string[],
  lines: readonly (readonly string[])[],
): { readonly table: EditionTable } | { readonly faults: readonly TableFault[] } {
  const named = (name: string) => head.findIndex((one) => one.trim().toLowerCase() === name);
  const [zoneAt, bandAt, minimumAt, maximumAt] = ["zone", "band", "minimum", "maximum"].map(named);
  const breaks = head.flatMap((text, column) => {
    const read = readBreakHead(text);
    return read ? [{ read, column }] : [];
  });
  const faults: TableFault[] = [];
  if (zoneAt === undefined || zoneAt < 0) faults.push({ line: 1, text: "There is no column “zone”." });
  if (breaks.length === 0)
    faults.push({ line: 1, text: "No column is a break, like “2”, “30 per 1” or “above”." });
  if (faults.length > 0) return { faults };
  const cell = (line: readonly string[], at: number | undefined) =>
    at === undefined || at < 0 ? "" : plainNumber(line[at] ?? "");
  const figure = (text: string, line: number): string | null => {
    if (text === "") return null;
    if (FIGURE.test(text)) return text;
    faults.push({ line, text: `“${text}” is no figure.` });
    return null;
  };
  const byZone = new Map<string, TariffRow & { readonly pages: (string | null)[][] }>();
  const edges: (string | null)[] = [];
  const banded = bandAt !== undefined && bandAt >= 0;
  lines.forEach((line, i) => {
    const number = i + 2;
    const zone = (line[zoneAt ?? 0] ?? "").trim();
    if (zone === "") return void faults.push({ line: number, text: "It has no zone." });
    const rates = breaks.map(({ column }) => figure(cell(line, column), number));
    const [minimum, maximum] = [figure(cell(line, minimumAt), number), figure(cell(line, maximumAt), number)];
    const known = byZone.get(zone);
    if (known && !banded)
      return void faults.push({ line: number, text: `Zone ${zone} stands above already.` });
    const edge = banded ? (cell(line, bandAt).toLowerCase() === OPEN ? null : cell(line, bandAt)) : undefined;
    if (known) known.pages.push(rates);
    else
      byZone.set(zone, {
        zone,
        rates: [],
        pages: [rates],
        ...(minimum === null ? {} : { minimum }),
        ...(maximum === null ? {} : { maximum }),
      });
    if (edge !== undefined && byZone.size === 1) edges.push(edge);
  });
  const rows = [...byZone.values()].map(({ pages, ...row }): TariffRow => {
    if (banded && pages.length !== edges.length)
      faults.push({
        line: 1,
        text: `Zone ${row.zone} has ${pages.length} bands, the first zone has ${edges.length}.`,
      });
    return { ...row, rates: banded ? pages : (pages[0] ?? []) };
  });
  if (faults.length > 0) return { faults };
  return { table: { breaks: breaks.map(({ read }) => read), rows, bandEdges: banded ? edges : undefined } };
}

/** An edition with a table in place of its own; what its bands measure stays. */
export function withTable(edition: Edition, { breaks, rows, bandEdges }: EditionTable): Edition {
  const { bands, ...rest } = edition;
  return {
    ...rest,
    breaks,
    rows,
    ...(bands && bandEdges ? { bands: { ...bands, edges: [...bandEdges] } } : {}),
  };
}
