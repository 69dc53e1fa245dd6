import "server-only";
import { localDate } from "@/core/calendar/local-date";
import { moneyText } from "@/core/money/currency";
import { Decimal } from "@/core/money/decimal";
import { convert } from "@/core/money/exchange";
import type { Order } from "@/core/orders/order";
import type { Item } from "@/core/setup/item";
import type { Parsed } from "@/core/setup/parse-setup";
import type { Problem } from "@/core/setup/problem";
import type { Database } from "@/db/connect";
import { readItems } from "@/db/queries/items";
import type { Revision } from "../services/live-setup";

/**
 * An order whose lines all have their price: the line's own, else its item's, in the channel's currency by the rate of the order's day, rounded to its minor unit, and on the channel's tax basis. Refused
 * where the channel is not live, an item is not in the catalogue and not described, or a price is nowhere.
 */
export async function priced(db: Database, live: Revision, order: Order, now: Date): Promise<Parsed<Order>> {
  const [one] = await pricedAll(db, live, [order], now);
  return one ?? { ok: true, value: order };
}

/** The same for many, with one look into the catalogue. */
export async function pricedAll(
  db: Database,
  live: Revision,
  list: readonly Order[],
  now: Date,
): Promise<Parsed<Order>[]> {
  const skus = list.flatMap(({ lines }) => lines.flatMap(({ sku, item }) => (item ? [] : [sku])));
  const items = new Map((await readItems(db, skus)).map((item) => [item.sku, item]));
  return list.map((order) => pricedWith(live, order, items, now.toISOString()));
}

function pricedWith(
  { setup, compiled }: Revision,
  order: Order,
  items: ReadonlyMap<string, Item>,
  now: string,
): Parsed<Order> {
  const channel = setup.channels.find(({ code }) => code === order.channel);
  if (!channel)
    return {
      ok: false,
      problems: [{ code: "unknown-code", path: "channel", data: { code: order.channel } }],
    };
  const { currency } = channel;
  const problems: Problem[] = [];
  const exchange = compiled.exchange.on(localDate(order.placedAt ?? now, setup.business.timeZone));
  const inCurrency = (price: string, from = setup.business.homeCurrency): string | undefined => {
    if (from === currency) return price;
    const conversion = exchange.find(from, currency);
    return conversion && moneyText(convert(Decimal.of(price), conversion), currency);
  };
  const lines = order.lines.map((line, at) => {
    const { item: own = items.get(line.sku), unitPrice } = line;
    if (!own) problems.push({ code: "unknown-sku", path: `lines/${at}/sku`, data: { sku: line.sku } });
    if (unitPrice !== undefined || !own) return line;
    const price = own.unitPrice === undefined ? undefined : inCurrency(own.unitPrice, own.currency);
    if (price === undefined) {
      problems.push({ code: "missing-field", path: `lines/${at}/unitPrice`, data: {} });
      return line;
    }
    return { ...line, unitPrice: price };
  });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: { ...order, lines } };
}
