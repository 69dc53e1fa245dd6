import type { Setup } from "@/core/setup/setup";
import type { AnyBusiness } from "../support/any-business";

type Edition = Setup["tariffs"][number]["editions"][number];

/**
 * The same business in the middle of a change of everything dated: each table has a dearer edition from a day on which some
 * shipments are handed over already, the earlier one may end before it or stay open, and rates of exchange and fuel turn
 * with it.
 */
export function dated({ setup, ...rest }: AnyBusiness): AnyBusiness {
  return {
    ...rest,
    setup: {
      ...setup,
      tariffs: setup.tariffs.map((tariff, i) => ({
        ...tariff,
        editions: tariff.editions.flatMap((edition) => [
          later(edition),
          { ...edition, to: i === 0 ? "2026-11-26" : "2026-12-31" },
        ]),
      })),
      exchangeRates: setup.exchangeRates.flatMap((rate) => [rate, { ...rate, asOf: "2026-11-23" }]),
      carriers: setup.carriers.map((carrier) => ({
        ...carrier,
        fuelIndex: [
          { from: "2026-11-28", percent: "21.5" },
          ...(carrier.fuelIndex ?? []),
          { from: "2026-11-26", percent: "19" },
        ],
      })),
    },
  };
}

function later(edition: Edition): Edition {
  const { to: _, ...open } = edition;
  return { ...open, label: "2026 dearer", from: "2026-11-27", rows: edition.rows.map(dearer) };
}

function dearer(row: Edition["rows"][number]): Edition["rows"][number] {
  const up = (cell: string | null) => (cell === null ? null : `1${cell}`);
  return {
    ...row,
    rates: row.rates.map((cell) => (Array.isArray(cell) ? cell.map(up) : up(cell))),
  };
}
