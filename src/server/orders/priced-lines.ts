import "server-only";
import type { Order } from "@/core/orders/order";
import type { Item } from "@/core/setup/item";
import type { Parsed } from "@/core/setup/parse-setup";
import type { Problem } from "@/core/setup/problem";
import type { Setup } from "@/core/setup/setup";
import type { Database } from "@/db/connect";
import { readItems } from "@/db/queries/items";

/**
 * An order whose lines all have their price: the line's own, else its item's where that is in the channel's currency. Refused
 * where the channel is not live, an item is not in the catalogue and not described, or a price is nowhere.
 */
export async function priced(db: Database, setup: Setup, order: Order): Promise<Parsed<Order>> {
  const [one] = await pricedAll(db, setup, [order]);
  return one ?? { ok: true, value: order };
}

/** The same for many, with one look into the catalogue. */
export async function pricedAll(
  db: Database,
  setup: Setup,
  list: readonly Order[],
): Promise<Parsed<Order>[]> {
  const skus = list.flatMap(({ lines }) => lines.flatMap(({ sku, item }) => (item ? [] : [sku])));
  const items = new Map((await readItems(db, skus)).map((item) => [item.sku, item]));
  return list.map((order) => pricedWith(setup, order, items));
}

export function pricedWith(setup: Setup, order: Order, items: ReadonlyMap<string, Item>): Parsed<Order> {
  const channel = setup.channels.find(({ code }) => code === order.channel);
  if (!channel)
    return {
      ok: false,
      problems: [{ code: "unknown-code", path: "channel", data: { code: order.channel } }],
    };
  const { currency } = channel;
  const problems: Problem[] = [];
  const lines = order.lines.map((line, at) => {
    const { item: own = items.get(line.sku), unitPrice } = line;
    if (!own) problems.push({ code: "unknown-sku", path: `lines/${at}/sku`, data: { sku: line.sku } });
    if (unitPrice !== undefined || !own) return line;
    if (own.unitPrice === undefined || (own.currency ?? setup.business.homeCurrency) !== currency) {
      problems.push({ code: "missing-field", path: `lines/${at}/unitPrice`, data: {} });
      return line;
    }
    return { ...line, unitPrice: own.unitPrice };
  });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: { ...order, lines } };
}
