import "server-only";
import { Decimal, sum } from "@/core/money/decimal";
import { moneyText } from "@/core/money/currency";
import { lineMoney } from "@/core/orders/order-totals";
import type { Item } from "@/core/setup/item";
import type { PooledDatabase } from "@/db/connect";
import { readItems } from "@/db/queries/items";
import { readOrder as readStored, type StoredOrder } from "@/db/queries/orders";
import { readOrder, type ReadUbl } from "@/ubl/read-order";
import { writeOrder, writeOrderResponse, type WrittenOrder } from "@/ubl/write-order";
import { liveSetup, type Revision } from "../services/live-setup";
import { appliedOffer, chargedOf } from "./applied-offer";
import { soldLines } from "./credit-order";
import { orderOf, skusOf } from "./order-document";
import { channelOf } from "./rate-order";

/** Which document is wanted: the order as it stands, or the answer to it. */
export type UblKind = "order" | "response";

/** An order as a UBL 2.1 document, its delivery charges as `AllowanceCharge`; `undefined` where there is none of that number. */
export async function ublOf(db: PooledDatabase, number: string, kind: UblKind): Promise<string | undefined> {
  const [stored, live] = [await readStored(db, number), await liveSetup(db)];
  if (!stored || !live) return undefined;
  const written = writtenOf(stored, live, await readItems(db, skusOf(stored)));
  return kind === "order" ? writeOrder(written) : writeOrderResponse(written, `${number}-R`);
}

type Money = {
  readonly net: Decimal;
  readonly tax: Decimal;
  readonly percent: string;
  readonly isReverse?: boolean;
};

function writtenOf(stored: StoredOrder, live: Revision, items: readonly Item[]): WrittenOrder {
  const { order, charge } = stored;
  const { business, origins } = live.setup;
  const channel = channelOf(live, order.channel);
  const includesTax = channel?.pricesIncludeTax === true;
  const currency = channel?.currency ?? business.homeCurrency;
  const charged = charge && chargedOf(charge, includesTax);
  const offer = charge && appliedOffer(charge);
  const text = (amount: Decimal) => moneyText(amount, currency);
  const sold = soldLines(stored, items, business.deliveryTaxPercent);
  const goods = sold.map((line) => ({
    of: lineMoney(line, includesTax, currency),
    before: lineMoney({ ...line, discount: undefined }, includesTax, currency),
  }));
  const charges = charged?.chargeLines ?? [];
  const parts: Money[] = [
    ...goods.map(({ of }) => of),
    ...charges.map(({ net, tax, taxPercent, reverseCharge = false }) => ({
      net: Decimal.of(net),
      tax: Decimal.of(tax),
      percent: taxPercent,
      isReverse: reverseCharge,
    })),
  ];
  const net = sum(parts.map((part) => part.net));
  const tax = sum(parts.map((part) => part.tax));
  return {
    order: { ...orderOf(stored), number: order.number, placedAt: new Date(order.placedAt).toISOString() },
    currency,
    seller: { name: business.name, country: origins[0]?.address.country ?? business.country },
    lines: stored.lines.map((line, i) => ({
      sku: line.sku,
      name: nameOf(line, items),
      quantity: line.quantity,
      netBeforeDiscount: text(goods[i]?.before.net ?? Decimal.zero),
      discountNet: text((goods[i]?.before.net ?? Decimal.zero).minus(goods[i]?.of.net ?? Decimal.zero)),
      net: text(goods[i]?.of.net ?? Decimal.zero),
      taxPercent: sold[i]?.taxPercent ?? "0",
      origin: line.origin ?? undefined,
    })),
    charges,
    offer: offer?.offer,
    promise: offer?.promise,
    totals: {
      goodsNet: text(sum(goods.map(({ of }) => of.net))),
      chargesNet: charged?.net ?? text(Decimal.zero),
      net: text(net),
      gross: text(net.plus(tax)),
      taxAmount: text(tax),
      taxes: byRate(parts).map(({ percent, isReverse, of }) => ({
        ...{ percent, isReverse },
        net: text(sum(of.map((part) => part.net))),
        tax: text(sum(of.map((part) => part.tax))),
      })),
    },
  };
}

/** The parts of each percent, the lowest first; what is under reverse charge apart, before what is taxed at zero. */
function byRate(parts: readonly Money[]) {
  const key = (percent: string) => Decimal.of(percent).toString();
  return [...new Set(parts.map(({ percent }) => key(percent)))]
    .sort((a, b) => Decimal.of(a).compare(Decimal.of(b)))
    .flatMap((percent) =>
      [true, false].flatMap((isReverse) => {
        const of = parts.filter(
          (part) => key(part.percent) === percent && (part.isReverse ?? false) === isReverse,
        );
        return of.length > 0 ? [{ percent, isReverse, of }] : [];
      }),
    );
}

function nameOf({ sku, item }: StoredOrder["lines"][number], items: readonly Item[]): string {
  const own = item as { readonly name?: string } | null;
  return own?.name ?? items.find((one) => one.sku === sku)?.name ?? sku;
}

/** How a document that comes in is read. */
export interface UblAsked {
  readonly channel: string;
  /** Whether items that the catalogue does not know are taken as free goods. */
  readonly freeGoods: boolean;
}

/** Reads a UBL 2.1 Order for a channel; `undefined` where there is no such channel. */
export async function orderFromUbl(
  db: PooledDatabase,
  text: string,
  { channel: code, freeGoods }: UblAsked,
): Promise<ReadUbl | undefined> {
  const live = await liveSetup(db);
  const channel = live && channelOf(live, code);
  if (!live || !channel) return undefined;
  const { currency, pricesIncludeTax } = channel;
  const skus = new Set<string>();
  const reading = { channel: code, currency, pricesIncludeTax, taxOf: () => "0", isFree: () => false };
  const first = readOrder(text, {
    ...reading,
    taxOf: (sku) => {
      skus.add(sku);
      return "0";
    },
    isFree: (sku) => {
      skus.add(sku);
      return false;
    },
  });
  if (!first.ok) return first;
  const items = new Map((await readItems(db, [...skus])).map((item) => [item.sku, item]));
  return readOrder(text, {
    ...reading,
    taxOf: (sku) => items.get(sku)?.taxPercent ?? live.setup.business.deliveryTaxPercent,
    isFree: (sku) => freeGoods && !items.has(sku),
  });
}
