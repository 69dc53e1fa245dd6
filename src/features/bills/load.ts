import "server-only";
import { loadFor } from "@/server/load";
import { viewBill, viewBills } from "@/server/recovery/bill-view";
import { monthJournal, viewMonthEnd } from "@/server/recovery/month-end";
import { viewObjections } from "@/server/recovery/objections";
import { wordsOf } from "@/server/recovery/bill-words";
import { liveSetup } from "@/server/services/live-setup";

/** Bills of carriers, for those who may see them; `undefined` for others. */
export function loadBills() {
  return loadFor("see-bills", ({ db, now }) => viewBills(db, now));
}

export type BillsParts = NonNullable<Awaited<ReturnType<typeof loadBills>>>;

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/** A bill with its shipments; nothing where there is none, and where somebody may not see it. */
export function loadBill(id: string) {
  return loadFor("see-bills", async ({ db }) => {
    const view = UUID.test(id) ? await viewBill(db, id) : undefined;
    return { bill: view?.ok ? view.value : undefined };
  });
}

export type BillParts = NonNullable<NonNullable<Awaited<ReturnType<typeof loadBill>>>["bill"]>;

/** What bills are read with: carriers, how each one's are read, and the surcharges of its services. */
export function loadBillWords() {
  return loadFor("see-bills", async ({ db }) => {
    const live = await liveSetup(db);
    if (!live) return undefined;
    const { carriers, services } = live.setup;
    return Promise.all(
      carriers.map(async ({ code, name, currency }) => {
        const own = services.filter(({ carrier }) => carrier === code);
        const surcharges = new Map(
          own.flatMap((service) => (service.surcharges ?? []).map((one) => [one.code, one.name] as const)),
        );
        return {
          code,
          name,
          currency,
          words: await wordsOf(db, code),
          services: own.map((service) => ({ code: service.code, name: service.name })),
          surcharges: [...surcharges].map(([surcharge, title]) => ({ code: surcharge, name: title })),
        };
      }),
    );
  });
}

/** What carriers were told is not ours to pay, and what became of it. */
export function loadObjections() {
  return loadFor("see-bills", ({ db }) => viewObjections(db));
}

export type ObjectionParts = NonNullable<Awaited<ReturnType<typeof loadObjections>>>;

export type BillCarrier = NonNullable<Awaited<ReturnType<typeof loadBillWords>>>[number];

/** What is to be booked at a month's end. */
export function loadMonthEnd(month: string | undefined) {
  return loadFor("see-bills", async ({ db }) => ({ view: await viewMonthEnd(db, month) }));
}

export type MonthEndParts = NonNullable<NonNullable<Awaited<ReturnType<typeof loadMonthEnd>>>["view"]>;

/** The month's journal; `undefined` for whoever may not see it. */
export function loadJournal(month: string | undefined) {
  return loadFor("see-bills", async ({ db }) => {
    const live = await liveSetup(db);
    return { journal: await monthJournal(db, month), carriers: live?.setup.carriers ?? [] };
  });
}
