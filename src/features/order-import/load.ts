import "server-only";
import { load } from "@/server/load";
import { may } from "@/server/auth/roles";
import { liveSetup } from "@/server/services/live-setup";

/** What files and forms of orders are read with; `undefined` before a business is set up. */
export function loadOrderWords() {
  return load(async ({ db, person }) => {
    const live = await liveSetup(db);
    if (!live) return undefined;
    const { business, channels, offers, origins } = live.setup;
    const named = (members: readonly { readonly code: string; readonly name: string }[]) =>
      members.map(({ code, name }) => ({ code, name }));
    return {
      timeZone: business.timeZone,
      channels: channels
        .filter(({ active }) => active)
        .map(({ code, name, currency, pricesIncludeTax }) => ({ code, name, currency, pricesIncludeTax })),
      offers: named(offers),
      origins: named(origins),
      mayEdit: may(person.role, "edit-orders"),
    };
  });
}

export type OrderWords = NonNullable<Awaited<ReturnType<typeof loadOrderWords>>>;
