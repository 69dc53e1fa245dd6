import "server-only";
import { asc, eq } from "drizzle-orm";
import {
  workCredit,
  type Credit,
  type CreditFault,
  type CreditedLine,
  type CreditedMoney,
} from "@/core/orders/credit";
import type { SoldLine } from "@/core/orders/order-totals";
import type { Item } from "@/core/setup/item";
import type { Database, PooledDatabase } from "@/db/connect";
import { readItems } from "@/db/queries/items";
import type { StoredOrder } from "@/db/queries/orders";
import { credits } from "@/db/schema";
import { failed, type Failure } from "../result";
import type { Revision } from "../services/live-setup";
import { chargedOf } from "./applied-offer";
import { changeOrder, type OrderCommand } from "./change-order";
import { channelOf } from "./rate-order";

type CreditRow = typeof credits.$inferSelect;

/** A credit of an order, as pages and programs are told of it. */
export interface ToldCredit {
  readonly at: string;
  readonly by: string;
  readonly reason: string;
  readonly payer: string;
  readonly currency: string;
  readonly lines: readonly CreditedLine[];
  readonly delivery?: CreditedMoney;
  readonly net: string;
  readonly tax: string;
  readonly returnCost?: string;
}

/** What was given back of an order, the first first. */
export async function creditsOf(db: Database, number: string): Promise<ToldCredit[]> {
  const rows = await db
    .select()
    .from(credits)
    .where(eq(credits.order, number))
    .orderBy(asc(credits.at), asc(credits.id));
  return rows.map(toldCredit);
}

function toldCredit({
  at,
  by,
  reason,
  payer,
  currency,
  lines,
  delivery,
  net,
  tax,
  returnCost,
}: CreditRow): ToldCredit {
  return {
    at: new Date(at).toISOString(),
    by,
    reason,
    payer,
    currency,
    lines: lines as readonly CreditedLine[],
    ...(delivery === null ? {} : { delivery: delivery as CreditedMoney }),
    net,
    tax,
    ...(returnCost === null ? {} : { returnCost }),
  };
}

/** Lines of an order as they were sold, with the tax each is taxed by. */
export function soldLines(
  { lines }: Pick<StoredOrder, "lines">,
  items: readonly Item[],
  fallbackTax: string,
): SoldLine[] {
  return lines.map((line) => {
    const item = (line.item as Partial<Item> | null) ?? items.find(({ sku }) => sku === line.sku);
    return {
      quantity: line.quantity,
      unitPrice: line.unitPrice,
      discount: line.discount ?? undefined,
      taxPercent: line.taxPercent ?? item?.taxPercent ?? fallbackTax,
    };
  });
}

const faults: Readonly<Record<CreditFault, "credit-nothing" | "credit-pieces" | "credit-delivery">> = {
  nothing: "credit-nothing",
  "more-pieces": "credit-pieces",
  "more-delivery": "credit-delivery",
};

/** Gives something of a confirmed or handed over order back. Fails with what it is too much of. */
export function creditOrder(db: PooledDatabase, command: OrderCommand, credit: Credit) {
  return changeOrder(
    db,
    command,
    async (tx, { stored, live }) =>
      live ? creditIn(tx, { stored, live }, command, credit) : failed("unavailable"),
    (state) => state === "confirmed" || state === "handed-over",
  );
}

async function creditIn(
  tx: Database,
  { stored, live }: { readonly stored: StoredOrder; readonly live: Revision },
  { number, by }: OrderCommand,
  credit: Credit,
): Promise<Failure | { values: { state: string }; what: string; from: null; to: object; told: object }> {
  const { order, charge } = stored;
  const channel = channelOf(live, order.channel);
  const includesTax = channel?.pricesIncludeTax === true;
  const currency = charge?.currency ?? channel?.currency ?? live.setup.business.homeCurrency;
  const items = await readItems(
    tx,
    stored.lines.map(({ sku }) => sku),
  );
  const charged = charge && chargedOf(charge, includesTax);
  const worked = workCredit(credit, {
    lines: soldLines(stored, items, live.setup.business.deliveryTaxPercent),
    delivery: { net: charged?.net ?? "0", tax: charged?.tax ?? "0" },
    includesTax,
    currency,
    before: (await creditsOf(tx, number)).map(({ lines, delivery }) => ({ lines, delivery })),
  });
  if (typeof worked === "string") return failed(faults[worked]);
  await tx.insert(credits).values({
    order: number,
    at: by.now.toISOString(),
    by: by.who.name,
    reason: credit.reason,
    payer: credit.payer,
    currency,
    lines: worked.lines,
    delivery: worked.delivery ?? null,
    net: worked.net,
    tax: worked.tax,
    returnCost: credit.returnCost ?? null,
  });
  // where it stands is not another: what was given back is told beside it
  return {
    values: { state: order.state },
    what: "order-credited",
    from: null,
    to: { net: `${worked.net} ${currency}`, reason: credit.reason, payer: credit.payer },
    told: {
      credit: {
        currency,
        net: worked.net,
        tax: worked.tax,
        lines: worked.lines,
        ...(worked.delivery ? { delivery: worked.delivery } : {}),
        reason: credit.reason,
        payer: credit.payer,
      },
    },
  };
}
