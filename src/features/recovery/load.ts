import "server-only";
import { loadFor } from "@/server/load";
import { viewBill, viewRecovery } from "@/server/recovery/bill-view";
import { wordsOf } from "@/server/recovery/bill-words";
import { liveSetup } from "@/server/services/live-setup";

/** Bills of carriers, for those who may see them; `undefined` for others. */
export function loadRecovery() {
  return loadFor("see-bills", ({ db, now }) => viewRecovery(db, now));
}

export type RecoveryParts = NonNullable<Awaited<ReturnType<typeof loadRecovery>>>;

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

export type BillCarrier = NonNullable<Awaited<ReturnType<typeof loadBillWords>>>[number];
