import "server-only";
import {
  isLook,
  isOrderState,
  looks,
  openStates,
  orderStates,
  type Look,
  type OrderState,
} from "@/core/orders/order-state";
import { instantInZone } from "@/core/calendar/instant-in-zone";
import { isDate } from "@/core/calendar/local-date";
import { dateOf, dayOf } from "@/core/calendar/working-days";
import type { PooledDatabase } from "@/db/connect";
import {
  countFound,
  countOrders,
  listOrders,
  type OrderFilter,
  type OrderOrder,
} from "@/db/queries/order-list";
import { liveSetup } from "../services/live-setup";

export interface QueueEntry {
  readonly number: string;
  readonly state: OrderState;
  readonly look: readonly Look[];
  readonly customerName: string;
  readonly country: string;
  readonly place: string;
  /** As they are priced; "" where nobody knows. */
  readonly goods: string;
  readonly currency: string;
}

/** Orders a list shows; the others are found by searching. */
export const MOST_LISTED = 200;

/** What a list of orders is asked for, as its address says it. */
export interface QueueAsked {
  /** A state, or something odd; without one all that is open. */
  readonly queue?: string | undefined;
  readonly find?: string | undefined;
  readonly channel?: string | undefined;
  readonly country?: string | undefined;
  readonly origin?: string | undefined;
  readonly service?: string | undefined;
  readonly offer?: string | undefined;
  /** Days of the business's clock on which they were placed, both in. */
  readonly from?: string | undefined;
  readonly until?: string | undefined;
  /** Goods as they are priced, both bounds in. */
  readonly least?: string | undefined;
  readonly most?: string | undefined;
  /** `1`: only those that lose money. */
  readonly loss?: string | undefined;
  /** How they are sorted: one of `queueSorts`; without one the newest first. */
  readonly sort?: string | undefined;
}

/** How a list may be sorted, by its name in an address. */
export const queueSorts = {
  newest: { by: "placed", descending: true },
  oldest: { by: "placed", descending: false },
  dearest: { by: "goods", descending: true },
  cheapest: { by: "goods", descending: false },
  loss: { by: "margin", descending: false },
  gain: { by: "margin", descending: true },
  number: { by: "number", descending: false },
} as const satisfies Readonly<Record<string, OrderOrder>>;
export type QueueSort = keyof typeof queueSorts;

export function sortOf(text: string | undefined): OrderOrder {
  return text !== undefined && text in queueSorts ? queueSorts[text as QueueSort] : queueSorts.newest;
}

/** The conditions that an address says. */
export function filterOf(
  { queue, find, channel, country, origin, service, offer, ...bounds }: QueueAsked,
  timeZone = "UTC",
): OrderFilter {
  const search = find?.trim().slice(0, 100);
  const [from, before] = [dayStart(bounds.from, timeZone), dayStart(nextDay(bounds.until), timeZone)];
  const [least, most] = [figureOf(bounds.least), figureOf(bounds.most)];
  return {
    ...(isOrderState(queue) ? { states: [queue] } : {}),
    ...(isLook(queue) ? { look: queue } : {}),
    // who looks at no queue has work to do; what is done is in its own, and found by searching
    ...(!queue && !search ? { states: openStates } : {}),
    ...(search ? { search } : {}),
    ...(channel ? { channel } : {}),
    ...(country ? { country } : {}),
    ...(origin ? { origin } : {}),
    ...(service ? { service } : {}),
    ...(offer ? { offer } : {}),
    ...(from === undefined ? {} : { from }),
    ...(before === undefined ? {} : { before }),
    ...(least === undefined ? {} : { least }),
    ...(most === undefined ? {} : { most }),
    ...(bounds.loss === "1" ? { loss: true } : {}),
  };
}

/** When a day begins by a clock; nothing of what is no day. */
function dayStart(day: string | undefined, timeZone: string): string | undefined {
  return day !== undefined && isDate(day) ? instantInZone(`${day}T00:00`, timeZone) : undefined;
}

function nextDay(day: string | undefined): string | undefined {
  return day !== undefined && isDate(day) ? dateOf(dayOf(day) + 1) : undefined;
}

function figureOf(text: string | undefined): string | undefined {
  return text !== undefined && /^\d{1,12}(\.\d{1,4})?$/.test(text) ? text : undefined;
}

/** A queue's orders, or all that a search finds; and the counts of all queues. */
export async function orderQueue(db: PooledDatabase, asked: QueueAsked) {
  const filter = filterOf(asked);
  const [rows, counts, current] = await Promise.all([
    listOrders(db, filter, MOST_LISTED, sortOf(asked.sort)),
    countOrders(db),
    liveSetup(db),
  ]);
  const found = rows.length < MOST_LISTED ? rows.length : await foundOf(db, filter, counts.states);
  const channels = current?.setup.channels ?? [];
  const currencies = new Map(channels.map((channel) => [channel.code, channel.currency]));
  const entries = rows.map(
    (row): QueueEntry => ({
      number: row.number,
      state: row.state as OrderState,
      look: row.look.filter(isLook),
      customerName: row.customerName,
      country: row.country,
      place: `${row.city} ${row.country}`,
      goods: row.goods === null ? "" : Number(row.goods).toFixed(2),
      currency: currencies.get(row.channel) ?? "",
    }),
  );
  return {
    entries,
    found,
    stamp: stampOf(counts),
    channels: channels.map(({ code, name }) => ({ code, name })),
    states: orderStates.map((state) => ({ state, count: counts.states[state] ?? 0 })),
    looks: looks.flatMap((look) => {
      const count = counts.looks[look] ?? 0;
      return count > 0 ? [{ look, count }] : [];
    }),
  };
}

/** What says whether anything has moved on the desk: how many stand where, and how many are odd in which way. */
export async function deskStamp(db: PooledDatabase): Promise<string> {
  return stampOf(await countOrders(db));
}

function stampOf({ states, looks: odd }: Awaited<ReturnType<typeof countOrders>>): string {
  const sorted = (counts: Readonly<Record<string, number>>) =>
    Object.entries(counts).sort(([a], [b]) => (a < b ? -1 : 1));
  return JSON.stringify([sorted(states), sorted(odd)]);
}

/** How many a list has: a queue that is asked for nothing else is counted already. */
async function foundOf(
  db: PooledDatabase,
  filter: OrderFilter,
  states: Readonly<Record<string, number>>,
): Promise<number> {
  const { states: asked, ...rest } = filter;
  return asked && Object.keys(rest).length === 0
    ? asked.reduce((sum, state) => sum + (states[state] ?? 0), 0)
    : countFound(db, filter);
}

/** The numbers of a list's orders, as many as may be worked on at once. */
export async function numbersOf(db: PooledDatabase, asked: QueueAsked, most: number): Promise<string[]> {
  return (await listOrders(db, filterOf(asked), most)).map(({ number }) => number);
}

/** Whether any order was ever confirmed. */
export async function hasConfirmed(db: PooledDatabase): Promise<boolean> {
  return (await listOrders(db, { states: ["confirmed", "handed-over"] }, 1)).length > 0;
}
