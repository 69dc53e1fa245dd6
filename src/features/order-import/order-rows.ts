import { instantInZone } from "@/core/calendar/instant-in-zone";
import { isInstant } from "@/core/calendar/local-date";
import { orderSchema, type Order } from "@/core/orders/order";
import { parseWith } from "@/core/setup/parse-setup";
import { readDate } from "@/ui/date-text";
import type { Verdict } from "@/features/import";
import { countryOf } from "@/messages/country-name";
import { problemSentence } from "@/messages/problem-sentence";
import type { TableField } from "@/tabular/match-columns";
import { plainNumber } from "@/ui/number-text";

/** The columns of a file of orders, a line of goods a row: the names are those of the API, dotted. */
export const orderFields: readonly TableField[] = [
  { key: "number", name: "order number", aliases: ["order", "order no", "order id", "reference"] },
  { key: "channel", name: "channel", aliases: ["shop", "store", "sales channel"] },
  { key: "placedAt", name: "placed at", aliases: ["order date", "date", "ordered at", "created at"] },
  { key: "customer.name", name: "customer", aliases: ["customer name", "buyer", "name"], needed: true },
  { key: "customer.reference", name: "customer's reference", aliases: ["customer number", "customer id"] },
  { key: "customer.group", name: "customer group", aliases: ["group"] },
  { key: "customer.taxId", name: "tax number", aliases: ["vat number", "tax id"] },
  { key: "shipTo.name", name: "recipient", aliases: ["ship to name", "deliver to"] },
  { key: "shipTo.lines", name: "street", aliases: ["address", "street and number", "address line 1"] },
  { key: "shipTo.postcode", name: "postcode", aliases: ["zip", "zip code", "postal code"] },
  { key: "shipTo.city", name: "town", aliases: ["city", "place"] },
  { key: "shipTo.subdivision", name: "subdivision", aliases: ["state", "region", "province"] },
  { key: "shipTo.country", name: "country", aliases: ["ship to country", "country code"], needed: true },
  { key: "shipTo.phone", name: "phone", aliases: ["telephone", "mobile"] },
  { key: "shipTo.email", name: "e-mail", aliases: ["email", "mail"] },
  { key: "coupon", name: "coupon", aliases: ["voucher", "discount code"] },
  { key: "note", name: "note", aliases: ["remark", "comment"] },
  { key: "wish.offer", name: "offer chosen", aliases: ["shipping method", "delivery method"] },
  { key: "wish.gross", name: "charged for it", aliases: ["shipping charged", "shipping"], isFigure: true },
  { key: "lines.sku", name: "item", aliases: ["sku", "item number", "article", "product"], needed: true },
  { key: "lines.quantity", name: "pieces", aliases: ["quantity", "qty", "amount"], isFigure: true },
  { key: "lines.unitPrice", name: "price", aliases: ["unit price", "item price"], isFigure: true },
  { key: "lines.discount", name: "discount", aliases: ["rebate"], isFigure: true },
  { key: "lines.taxPercent", name: "tax percent", aliases: ["tax", "vat"], isFigure: true },
  { key: "lines.origin", name: "from", aliases: ["warehouse", "origin"] },
];

/** How rows are read besides their cells. */
export interface RowReading {
  readonly timeZone: string;
  /** For rows that name no channel. */
  readonly channel: string;
  readonly channels: readonly { readonly code: string; readonly name: string }[];
  readonly offers: readonly { readonly code: string; readonly name: string }[];
  readonly origins: readonly { readonly code: string; readonly name: string }[];
}

/** A row as an order of one line; rows of one number are put together afterwards. */
export type OrderRow = Order;

/** What becomes of a row: an order of one line, or why it is refused. */
export function orderVerdict(
  reading: RowReading,
): (cells: Readonly<Record<string, string>>) => Verdict<OrderRow> {
  return (cells) => {
    const order = orderOf(cells, reading);
    if ("why" in order) return { kind: "refused", why: order.why };
    const read = parseWith(orderSchema, order.value);
    if (!read.ok)
      return {
        kind: "refused",
        why: read.problems.map((one) => `${wordFor(one.path)}: ${problemSentence(one)}`).join(" "),
      };
    return { kind: "taken", value: read.value };
  };
}

/** What a place of the order is called in the file's words. */
function wordFor(path: string): string {
  const dotted = path
    .replace(/^lines\/0/, "lines")
    .replace(/\/\d+$/, "")
    .replaceAll("/", ".");
  return orderFields.find(({ key }) => key === dotted)?.name ?? dotted;
}

type Cells = Readonly<Record<string, string>>;

function orderOf(
  cells: Cells,
  { timeZone, channel, channels, offers, origins }: RowReading,
): { readonly value: object } | { readonly why: string } {
  const text = (key: string) => (cells[key] ?? "").trim();
  const country = countryOf(text("shipTo.country"));
  if (country === undefined) return { why: `“${text("shipTo.country")}” is not a country.` };
  const placedAt = instantOf(text("placedAt"), timeZone);
  if (placedAt === undefined)
    return { why: `“${text("placedAt")}” is not a date: 2026-11-24 or 24.11.2026 is.` };
  const sku = text("lines.sku");
  if (sku === "") return { why: "It has no item." };
  const quantity = text("lines.quantity") === "" ? 1 : Number(plainNumber(text("lines.quantity")));
  if (!Number.isInteger(quantity) || quantity < 1)
    return { why: `“${text("lines.quantity")}” is not a number of pieces.` };
  const figure = (key: string) => (text(key) === "" ? undefined : plainNumber(text(key)));
  return {
    value: said({
      number: text("number"),
      channel: codeOf(text("channel"), channels) || channel,
      placedAt,
      customer: said({
        name: text("customer.name"),
        reference: text("customer.reference"),
        group: text("customer.group"),
        taxId: text("customer.taxId"),
      }),
      shipTo: said({
        name: text("shipTo.name"),
        lines: linesOf(text("shipTo.lines")),
        city: text("shipTo.city"),
        subdivision: text("shipTo.subdivision"),
        postcode: text("shipTo.postcode"),
        country,
        phone: text("shipTo.phone"),
        email: text("shipTo.email"),
      }),
      coupon: text("coupon"),
      note: text("note"),
      wish:
        text("wish.offer") === ""
          ? undefined
          : said({ offer: codeOf(text("wish.offer"), offers), gross: figure("wish.gross") }),
      lines: [
        said({
          sku,
          quantity,
          unitPrice: figure("lines.unitPrice"),
          discount: figure("lines.discount"),
          taxPercent: figure("lines.taxPercent"),
          origin: codeOf(text("lines.origin"), origins),
        }),
      ],
    }),
  };
}

/** What says something: empty cells say nothing. */
function said<T extends object>(fields: T): Partial<T> {
  return Object.fromEntries(
    Object.entries(fields).filter(([, value]) => value !== undefined && value !== ""),
  ) as Partial<T>;
}

function linesOf(text: string): string[] | undefined {
  const lines = text
    .split(/\n/)
    .map((line) => line.trim())
    .filter((line) => line !== "");
  return lines.length === 0 ? undefined : lines;
}

/** A code, or the code of what is called so; what is neither stays, to be told. */
function codeOf(text: string, list: readonly { readonly code: string; readonly name: string }[]): string {
  const same = (one: string) => one.toLowerCase() === text.toLowerCase();
  return list.find(({ code }) => same(code))?.code ?? list.find(({ name }) => same(name))?.code ?? text;
}

/** A day, a day with a time by the business's clock, or an instant; nothing is nothing, and what is none of them too, which is told. */
function instantOf(text: string, timeZone: string): string | undefined {
  if (text === "") return "";
  if (isInstant(text)) return text;
  const [day = "", time = "00:00"] = text.split(/[ T]+/);
  const clock = /^(\d{1,2}):(\d{2})(:\d{2})?$/.exec(time);
  if (!clock) return undefined;
  return instantInZone(`${readDate(day)}T${(clock[1] ?? "").padStart(2, "0")}:${clock[2] ?? ""}`, timeZone);
}

/** Rows put together: those of one number are one order with their lines in turn; the first row says the rest. Rows without a number are an order each. */
export function ordersOf(rows: readonly OrderRow[]): Order[] {
  const orders: Order[] = [];
  const places = new Map<string, number>();
  for (const row of rows) {
    const at = row.number === undefined ? undefined : places.get(row.number);
    const before = at === undefined ? undefined : orders[at];
    if (at !== undefined && before) {
      orders[at] = { ...before, lines: [...before.lines, ...row.lines] };
      continue;
    }
    if (row.number !== undefined) places.set(row.number, orders.length);
    orders.push(row);
  }
  return orders;
}

/** Orders as a table that comes in again: a line of goods a row. */
export function orderTable(orders: readonly Order[]): { head: string[]; rows: string[][] } {
  return {
    head: orderFields.map(({ name }) => name),
    rows: orders.flatMap((order) =>
      order.lines.map((line) => orderFields.map(({ key }) => cellOf(order, line, key))),
    ),
  };
}

function cellOf(order: Order, line: Order["lines"][number], key: string): string {
  const [part = "", field = ""] = key.split(".");
  const from = part === "lines" ? line : (order as Readonly<Record<string, unknown>>)[part];
  const value = field === "" ? from : (from as Readonly<Record<string, unknown>> | undefined)?.[field];
  if (Array.isArray(value)) return value.join("\n");
  return value === undefined || value === null ? "" : String(value as string | number);
}
