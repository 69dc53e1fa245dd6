import type { Change } from "@/core/setup/inverse";
import type { Edition } from "@/core/setup/tariff";

const FIGURE = /^\d+(\.\d+)?$/;

/** An edition with what is being typed in its cells, for trying it; what is no figure yet counts as nothing typed. */
export function withEdits(edition: Edition, changes: readonly Change[]): Edition {
  let rows = edition.rows;
  for (const { path, to } of changes) {
    if (to !== null && to !== undefined && !(typeof to === "string" && FIGURE.test(to))) return edition;
    const [, at, field = "", ...cells] = path.split("/").filter((part) => part !== "");
    const row = rows[Number(at)];
    if (!row) continue;
    const next =
      field === "rates"
        ? { ...row, rates: put(row.rates, cells.map(Number), to ?? null) }
        : bounded(row, field, to);
    rows = rows.map((one) => (one === row ? next : one));
  }
  return rows === edition.rows ? edition : { ...edition, rows };
}

type Rates = Edition["rows"][number]["rates"];

function put(rates: Rates, [at = 0, inner]: readonly number[], rate: string | null): Rates {
  return rates.map((cell, i) => {
    if (i !== at) return cell;
    return inner === undefined || !Array.isArray(cell)
      ? rate
      : (put(cell, [inner], rate) as (string | null)[]);
  });
}

function bounded(row: Edition["rows"][number], field: string, to: unknown): Edition["rows"][number] {
  const { [field as "minimum"]: _, ...rest } = row;
  return typeof to === "string" ? { ...rest, [field]: to } : rest;
}
