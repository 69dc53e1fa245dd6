import "server-only";
import { moneyText } from "@/core/money/currency";
import { Decimal } from "@/core/money/decimal";
import type { Order } from "@/core/orders/order";
import { isLook, type Look, type OrderState } from "@/core/orders/order-state";
import type { PooledDatabase } from "@/db/connect";
import { countFound, listOrders, type ListedOrder, type OrderCursor } from "@/db/queries/order-list";
import { readOrders } from "@/db/queries/orders";
import { liveSetup, type Revision } from "../services/live-setup";
import { cursorText, readCursor } from "./list-cursor";
import { orderOf } from "./order-document";
import { filterOf, sortOf, type QueueAsked } from "./order-queue";

/** An order as a row of a table; money in its currency, "" where nobody knows. */
export interface TableRow {
  readonly number: string;
  readonly state: OrderState;
  readonly look: readonly Look[];
  readonly placed: string;
  readonly customer: string;
  readonly town: string;
  readonly country: string;
  readonly channel: string;
  readonly offer: string;
  readonly origins: string;
  readonly services: string;
  readonly currency: string;
  readonly goods: string;
  readonly charge: string;
  readonly cost: string;
  readonly margin: string;
}

/** What a table is asked for: what a list is, and from which place on. */
export interface TableAsked extends QueueAsked {
  readonly after?: string | undefined;
}

const PAGE = 100;
/** More rows than these are no file that anybody reads; a narrower list is. */
export const MOST_EXPORTED = 10_000;

/** A page of a table of orders, and how many there are in all; `next` leads on. */
export async function tablePage(db: PooledDatabase, { after, ...asked }: TableAsked) {
  const live = await liveSetup(db);
  if (!live) return undefined;
  const filter = filterOf(asked, live.setup.business.timeZone);
  const order = sortOf(asked.sort);
  const [rows, found] = await Promise.all([
    listOrders(db, filter, PAGE, order, after === undefined ? undefined : readCursor(after)),
    countFound(db, filter),
  ]);
  const last = rows.length === PAGE ? rows[rows.length - 1] : undefined;
  return {
    rows: rows.map((row) => tableRow(row, live)),
    found,
    next: last && cursorText(placeOf(last, order.by)),
  };
}

function placeOf(row: ListedOrder, by: ReturnType<typeof sortOf>["by"]): OrderCursor {
  const values = { placed: row.placedAt, goods: row.goods, margin: row.margin, number: row.number };
  return { value: values[by], number: row.number };
}

/** All rows of a table, as many as a file may have. */
export async function tableRows(db: PooledDatabase, asked: QueueAsked): Promise<TableRow[]> {
  const live = await liveSetup(db);
  if (!live) return [];
  const filter = filterOf(asked, live.setup.business.timeZone);
  const rows = await listOrders(db, filter, MOST_EXPORTED, sortOf(asked.sort));
  return rows.map((row) => tableRow(row, live));
}

/** The orders of a table whole, as the API and files have them: what is given out can be imported again. */
export async function tableOrders(db: PooledDatabase, asked: QueueAsked): Promise<Order[]> {
  const live = await liveSetup(db);
  const filter = filterOf(asked, live?.setup.business.timeZone);
  const rows = await listOrders(db, filter, MOST_EXPORTED, sortOf(asked.sort));
  const stored = await readOrders(
    db,
    rows.map(({ number }) => number),
  );
  return stored.map(orderOf);
}

function tableRow(row: ListedOrder, { setup }: Revision): TableRow {
  const nameIn = (list: readonly { readonly code: string; readonly name: string }[], code: string) =>
    list.find((one) => one.code === code)?.name ?? code;
  const channel = setup.channels.find(({ code }) => code === row.channel);
  const names = (
    list: readonly { readonly code: string; readonly name: string }[],
    codes: readonly string[],
  ) => codes.map((code) => nameIn(list, code)).join(", ");
  const currency = channel?.currency ?? setup.business.homeCurrency;
  const money = (text: string | null) => (text === null ? "" : moneyText(Decimal.of(text), currency));
  return {
    number: row.number,
    state: row.state as OrderState,
    look: row.look.filter(isLook),
    placed: placedAt(row.placedAt, setup.business.timeZone),
    customer: row.customerName,
    town: row.city,
    country: row.country,
    channel: channel?.name ?? row.channel,
    offer:
      row.offer === null
        ? ""
        : row.offer
            .split(" + ")
            .map((code) => nameIn(setup.offers, code))
            .join(" + "),
    origins: names(
      setup.origins.map(({ code, address, name }) => ({ code, name: address.city || name })),
      row.origins,
    ),
    services: names(setup.services, row.services),
    currency,
    goods: money(row.goods),
    charge: money(row.chargeNet),
    cost: money(row.cost),
    margin: money(row.margin),
  };
}

/** Day and time by the business's clock, so that they sort as they are read. */
function placedAt(instant: string, timeZone: string): string {
  const parts = new Intl.DateTimeFormat("sv-SE", {
    timeZone,
    dateStyle: "short",
    timeStyle: "short",
  });
  return parts.format(new Date(instant));
}
