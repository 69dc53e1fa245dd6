import { moneyText } from "../money/currency";
import { Decimal } from "../money/decimal";
import type { Edition, Tariff } from "../setup/tariff";
import type { ZoneChart } from "../setup/zone-chart";
import type { Rejection } from "../working/reason";
import { Trace, type Step } from "../working/step";
import { compileChart } from "../zones/compiled-chart";
import { compileTariff } from "./compiled-tariff";
import { editionRate } from "./rate";

/** What is tried on a table: a zone, a value of the measure in the tariff's unit, and the page of the band. */
export interface TableTrial {
  readonly zone: string;
  readonly value: string;
  readonly page?: number;
}

export interface TriedTable {
  /** In the tariff's currency, rounded to its minor unit; absent where there is no rate. */
  readonly amount?: string;
  readonly rejection?: Rejection;
  readonly steps: readonly Step[];
}

/** Rates a trial on an edition that need not be stored; only the trial's row is compiled, so that it keeps up with typing. */
export function tryTable(
  tariff: Tariff,
  edition: Edition,
  chart: Pick<ZoneChart, "code" | "name" | "zones">,
  { zone, value, page = 0 }: TableTrial,
): TriedTable {
  const rows = edition.rows.filter((row) => row.zone === zone);
  const compiled = compileTariff(
    { ...tariff, editions: [{ ...edition, rows }] },
    compileChart({ ...chart, entries: [] }),
  );
  const [own] = compiled.editions;
  const steps: Step[] = [];
  if (!own) return { steps };
  const amount = Decimal.of(value).times(compiled.basePerUnit);
  const rate = editionRate(compiled, own, zone, amount, page, new Trace(steps, "rate"));
  return rate.ok
    ? { amount: moneyText(rate.value, tariff.currency), steps }
    : { rejection: rate.rejection, steps };
}
