import "server-only";
import { load } from "@/server/load";
import { may } from "@/server/auth/roles";
import { liveSetup } from "@/server/services/live-setup";

/** What the form of a new order is drawn with; `undefined` before a business is set up. */
export function loadNewOrder() {
  return load(async ({ db, person }) => {
    const live = await liveSetup(db);
    if (!live) return undefined;
    const { business, channels, origins, services } = live.setup;
    return {
      country: business.country,
      channels: channels
        .filter(({ active }) => active)
        .map(({ code, name, currency, pricesIncludeTax }) => ({ code, name, currency, pricesIncludeTax })),
      originNames: Object.fromEntries(origins.map(({ code, name, address }) => [code, address.city || name])),
      serviceNames: Object.fromEntries(services.map(({ code, name }) => [code, name])),
      mayEdit: may(person.role, "edit-orders"),
    };
  });
}

export type NewOrderWords = NonNullable<Awaited<ReturnType<typeof loadNewOrder>>>;
