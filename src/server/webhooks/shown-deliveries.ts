import "server-only";
import type { Database } from "@/db/connect";
import { deliveriesOf, type Delivery } from "@/db/queries/webhooks";
import { messageOf } from "./message";

/** A message to one address, as pages and programs are told of it. Times are RFC 3339. */
export interface ShownDelivery {
  readonly id: string;
  /** The event's id: the same in each message about it. */
  readonly event: string;
  readonly type: string;
  readonly subject: string;
  readonly sequence: string;
  readonly time: string;
  readonly state: string;
  readonly tries: number;
  readonly nextAt?: string;
  readonly lastAt?: string;
  readonly status?: number;
  /** The beginning of what was answered, or why nothing came. */
  readonly answer?: string;
  readonly ms?: number;
}

const PAGE = 100;

/** What an address was and will be told, the latest event first; `next` leads to the earlier ones. */
export async function shownDeliveries(
  db: Database,
  webhook: string,
  before?: number,
): Promise<{ readonly data: readonly ShownDelivery[]; readonly next?: string }> {
  const list = await deliveriesOf(db, webhook, { before, most: PAGE });
  const last = list[PAGE - 1];
  return { data: list.map(shownDelivery), ...(last ? { next: String(last.event.seq) } : {}) };
}

/** The same with the messages themselves, as JSON. */
export async function deliveriesWithBodies(db: Database, webhook: string, source: string) {
  const list = await deliveriesOf(db, webhook, { most: PAGE });
  return list.map((one) => ({
    ...shownDelivery(one),
    body: JSON.stringify(messageOf(one.event, source), undefined, 1),
  }));
}

function shownDelivery({ delivery, event }: Delivery): ShownDelivery {
  const { state, tries, nextAt, lastAt, status, answer, ms } = delivery;
  const time = (at: string) => new Date(at).toISOString();
  return {
    id: delivery.id,
    event: event.id,
    type: event.type,
    subject: event.subject,
    sequence: String(event.number),
    time: time(event.at),
    state,
    tries,
    ...(state === "waiting" ? { nextAt: time(nextAt) } : {}),
    ...(lastAt === null ? {} : { lastAt: time(lastAt) }),
    ...(status === null ? {} : { status }),
    ...(answer === null ? {} : { answer }),
    ...(ms === null ? {} : { ms }),
  };
}
