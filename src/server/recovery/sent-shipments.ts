import "server-only";
import { compileItem, type CompiledItem } from "@/core/parcels/compiled-item";
import type { CompiledSetup } from "@/core/quote/compiled-setup";
import type { QuotedOffer, QuotedShipment } from "@/core/quote/quote";
import type { QuoteRequest } from "@/core/quote/request";
import type { PooledDatabase } from "@/db/connect";
import { readItems } from "@/db/queries/items";
import { readSent } from "@/db/queries/looking-back";
import { readOrders } from "@/db/queries/orders";
import type { Months } from "@/db/queries/result-figures";
import { skusOf } from "../orders/order-document";
import { orderRequest } from "../orders/order-request";

/** Orders that are read at once. */
const PAGE = 250;

export type SentRow = Awaited<ReturnType<typeof readSent>>[number];

/** An order and what left of it in some months. */
export interface SentOrder {
  /** As it would be asked for again today: without the instant it was placed at. */
  readonly request: QuoteRequest;
  readonly items: (sku: string) => CompiledItem | undefined;
  readonly sent: readonly { readonly row: SentRow; readonly shipment: QuotedShipment }[];
}

/** All orders of which anything left in some months, page by page; items are as the catalogue has them today. */
export async function* sentOrders(
  db: PooledDatabase,
  months: Months,
  { defaultWeights }: Pick<CompiledSetup, "defaultWeights">,
): AsyncGenerator<readonly SentOrder[]> {
  for (let after = ""; ; ) {
    const rows = await readSent(db, months, { after, most: PAGE });
    const last = rows.at(-1);
    if (!last) return;
    after = last.order;
    const byOrder = new Map<string, SentRow[]>();
    for (const row of rows) byOrder.set(row.order, [...(byOrder.get(row.order) ?? []), row]);
    const stored = await readOrders(db, [...byOrder.keys()]);
    const known = await readItems(db, [...new Set(stored.flatMap(skusOf))]);
    const items = new Map(known.map((item) => [item.sku, compileItem(item, defaultWeights)]));
    yield stored.map((one) => {
      const { placedAt: _, ...request } = orderRequest(one);
      const shipments = (one.charge?.quote as QuotedOffer | undefined)?.shipments ?? [];
      return {
        request,
        items: (sku) => items.get(sku),
        sent: (byOrder.get(one.order.number) ?? []).flatMap((row) => {
          const shipment = shipments[row.position];
          return shipment && row.charge === one.charge?.id ? [{ row, shipment }] : [];
        }),
      };
    });
  }
}
