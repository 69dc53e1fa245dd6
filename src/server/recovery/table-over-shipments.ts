import "server-only";
import { dateOf, dayOf } from "@/core/calendar/working-days";
import { roundMoney } from "@/core/money/currency";
import { Decimal } from "@/core/money/decimal";
import { convert, type ExchangeRates } from "@/core/money/exchange";
import type { CompiledSetup } from "@/core/quote/compiled-setup";
import { reckonerOf, type Reckoned, type ReckonedFacts } from "@/core/recovery/reckoning";
import { UncomparedCounter, type Uncompared } from "@/core/recovery/uncompared";
import { TableChangeCounter, type TableChange } from "@/core/recovery/table-change";
import { tariffOf } from "@/core/services/compiled-rate";
import type { Outcome } from "@/core/working/reason";
import type { SentOrder, SentRow } from "./sent-shipments";

/** A buy table and the first day of the edition that is asked about. */
export interface NewTable {
  readonly tariff: string;
  readonly from: string;
}

export interface LaidOver {
  readonly shipments: number;
  /** Those whose rate the table tells, on the later day. */
  readonly ofTable: number;
  /** Of those, the ones that count by the weight that was billed. */
  readonly byBilledWeight: number;
  /** Of those, the ones without a rate on either day, by why. */
  readonly left: readonly Uncompared[];
  readonly change: TableChange;
}

/**
 * What shipments cost by the tables of the day before an edition, and of its first day: by the weight that was billed where it is
 * known, else by their items; money in home currency by the exchange rates of `now`, so that no rate moves between the two days.
 */
export class TableOverShipments {
  private readonly counter: TableChangeCounter;
  private readonly exchange: ExchangeRates;
  private readonly days: { readonly before: string; readonly after: string };
  private readonly left = new UncomparedCounter();
  private shipments = 0;
  private ofTable = 0;
  private byBilledWeight = 0;

  constructor(
    private readonly compiled: CompiledSetup,
    private readonly table: NewTable,
    private readonly now: { readonly instant: string; readonly today: string },
  ) {
    this.exchange = compiled.exchange.on(now.today);
    this.counter = new TableChangeCounter(compiled.setup.business.homeCurrency);
    this.days = { before: dateOf(dayOf(table.from) - 1), after: table.from };
  }

  add({ request, items, sent }: SentOrder): void {
    const reckon = reckonerOf(this.compiled, request, { items, placedAt: this.now.instant });
    for (const { row, shipment } of sent) {
      this.shipments++;
      const { service, origin, lines } = shipment;
      const weight = row.billedWeight === null ? {} : { weight: Decimal.of(row.billedWeight) };
      if (reckon.ok) this.addOne(row, { service, origin, lines, ...weight }, reckon.value);
      else if (this.isByTable(service)) {
        // what the order names is not there any more
        this.ofTable++;
        this.left.add(undefined);
      }
    }
  }

  /** Shipments so far. */
  get seen(): number {
    return this.shipments;
  }

  get laid(): LaidOver {
    const { shipments, ofTable, byBilledWeight, left, counter } = this;
    return { shipments, ofTable, byBilledWeight, left: left.list, change: counter.change };
  }

  private addOne(row: SentRow, facts: ReckonedFacts, reckon: (of: ReckonedFacts) => Outcome<Reckoned>): void {
    const after = reckon({ ...facts, day: this.days.after });
    if (after.ok ? after.value.cell?.tariff !== this.table.tariff : !this.isByTable(facts.service)) return;
    this.ofTable++;
    const before = reckon({ ...facts, day: this.days.before });
    if (!after.ok || !before.ok) {
      const failed = after.ok ? before : after;
      this.left.add(failed.ok ? undefined : failed.rejection);
      return;
    }
    const [was, becomes, { cell }] = [this.home(before.value), this.home(after.value), after.value];
    if (!was || !becomes || !cell) {
      this.left.add(undefined);
      return;
    }
    if (facts.weight) this.byBilledWeight++;
    this.counter.add({ before: was, after: becomes, cell, ...soldOf(row) });
  }

  private isByTable(service: string): boolean {
    const own = this.compiled.services.get(service);
    return own !== undefined && tariffOf(own.rate)?.code === this.table.tariff;
  }

  private home({ total, currency }: Reckoned): Decimal | undefined {
    const { homeCurrency } = this.compiled.setup.business;
    const conversion = this.exchange.find(currency, homeCurrency);
    return conversion && roundMoney(convert(total, conversion), homeCurrency);
  }
}

function soldOf({ sellTariff, sellZone, sellEdge, sellBand, charged }: SentRow) {
  if (sellTariff === "" || charged === null) return {};
  const cell = { tariff: sellTariff, zone: sellZone, edge: sellEdge, band: sellBand };
  return { sold: { cell, charged: Decimal.of(charged) } };
}
