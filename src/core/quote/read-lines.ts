import { convert, type ExchangeRates } from "../money/exchange";
import { Decimal } from "../money/decimal";
import { compileItem, type CompiledItem } from "../parcels/compiled-item";
import { partOf, type OrderLine } from "../parcels/order-line";
import { joinPath } from "../setup/path";
import type { Problem } from "../setup/problem";
import type { Parsed } from "../setup/parse-setup";
import type { CompiledSetup } from "./compiled-setup";
import type { QuoteRequest, RequestLine } from "./request";

/** Finds an item of the catalogue by its SKU. */
export type ItemLookup = (sku: string) => CompiledItem | undefined;

/**
 * Reads the request's lines in the quote's currency. A line without a price takes its item's, on the same tax basis as
 * a price of the request would have; an item's price is in its own currency (the home currency by default).
 */
export function readLines(
  compiled: CompiledSetup,
  request: QuoteRequest,
  { currency, exchange }: { readonly currency: string; readonly exchange: ExchangeRates },
  items: ItemLookup,
): Parsed<OrderLine[]> {
  const problems: Problem[] = [];
  const lines: OrderLine[] = [];
  const includesTax = compiled.channels.get(request.channel)?.pricesIncludeTax === true;
  request.lines.forEach((line, index) => {
    const item = itemOf(compiled, line, items);
    if (!item)
      problems.push({ code: "unknown-sku", path: joinPath("lines", index, "sku"), data: { sku: line.sku } });
    if (line.origin !== undefined || line.origins) problems.push(...unknownOrigins(compiled, line, index));
    if (!item) return;
    const read = readLine(compiled, line, index, item, { currency, exchange, includesTax });
    if ("code" in read) problems.push(read);
    else lines.push(...pinnedParts(read, line.origins));
  });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: lines };
}

function unknownOrigins({ origins }: CompiledSetup, line: RequestLine, index: number): Problem[] {
  const named = [
    ...(line.origin === undefined ? [] : [[line.origin, "origin"] as const]),
    ...(line.origins ?? []).map(({ origin }, part) => [origin, "origins", part, "origin"] as const),
  ];
  return named.flatMap(([code, ...at]) =>
    origins.has(code)
      ? []
      : [
          {
            code: "unknown-code" as const,
            path: joinPath("lines", index, ...at),
            data: { list: "origins", code },
          },
        ],
  );
}

/** A line whose pieces a person chose origins for, as a part for each. */
function pinnedParts(line: OrderLine, origins: RequestLine["origins"]): OrderLine[] {
  if (!origins) return [line];
  const pieces = new Map<string, number>();
  for (const { origin, quantity } of origins) pieces.set(origin, (pieces.get(origin) ?? 0) + quantity);
  return [...pieces].map(([origin, quantity]) => ({ ...partOf(line, quantity), pinned: origin }));
}

function itemOf(compiled: CompiledSetup, line: RequestLine, items: ItemLookup): CompiledItem | undefined {
  if (!line.item) return items(line.sku);
  return compileItem(
    { ...line.item, sku: line.sku, name: line.item.name ?? line.sku },
    compiled.defaultWeights,
  );
}

/** In what prices are read: the quote's currency, by the rates of the order's day, on the channel's tax basis. */
interface LineMoney {
  readonly currency: string;
  readonly exchange: ExchangeRates;
  readonly includesTax: boolean;
}

function readLine(
  compiled: CompiledSetup,
  line: RequestLine,
  index: number,
  item: CompiledItem,
  { currency, exchange, includesTax }: LineMoney,
): OrderLine | Problem {
  const taxPercent =
    line.taxPercent === undefined ? (item.taxPercent ?? compiled.taxing.fixed) : Decimal.of(line.taxPercent);
  const unitPrice =
    line.unitPrice === undefined ? itemPrice(compiled, item, currency, exchange) : Decimal.of(line.unitPrice);
  if (!unitPrice) {
    const from = item.currency ?? compiled.setup.business.homeCurrency;
    return {
      code: "no-exchange-rate",
      path: joinPath("lines", index, "unitPrice"),
      data: { from, to: currency },
    };
  }
  const before = unitPrice.times(Decimal.whole(line.quantity));
  return {
    index,
    item,
    quantity: line.quantity,
    priceBeforeDiscount: before,
    price: line.discount === undefined ? before : before.minus(Decimal.of(line.discount)),
    includesTax,
    taxPercent,
    pinned: line.origin,
  };
}

/** An item without a price counts as worth nothing; `undefined` for a price in a currency without a rate. */
function itemPrice(
  compiled: CompiledSetup,
  item: CompiledItem,
  currency: string,
  exchange: ExchangeRates,
): Decimal | undefined {
  if (!item.unitPrice) return Decimal.zero;
  const conversion = exchange.find(item.currency ?? compiled.setup.business.homeCurrency, currency);
  return conversion && convert(item.unitPrice, conversion);
}
