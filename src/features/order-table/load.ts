import "server-only";
import { may } from "@/server/auth/roles";
import { load } from "@/server/load";
import { tablePage, type TableAsked } from "@/server/orders/order-table";
import { listViews } from "@/server/orders/saved-views";
import { liveSetup } from "@/server/services/live-setup";

export type { TableRow } from "@/server/orders/order-table";

/** What the address of a table says. */
export interface TableQuery extends TableAsked {
  /** The columns it shows. */
  readonly cols?: string | undefined;
}

/** A page of a table of orders with what it can be narrowed by, and the lists that are kept. */
export function loadTable(asked: TableAsked) {
  return load(async ({ db, person }) => {
    const [page, live, views] = [await tablePage(db, asked), await liveSetup(db), await listViews(db)];
    if (!page || !live) return undefined;
    const named = (list: readonly { readonly code: string; readonly name: string }[]) =>
      list.map(({ code, name }) => ({ code, name }));
    const { channels, origins, services, offers } = live.setup;
    return {
      ...page,
      views,
      mayEdit: may(person.role, "edit-orders"),
      choices: {
        channel: named(channels),
        origin: origins.map(({ code, name, address }) => ({ code, name: address.city || name })),
        service: named(services),
        offer: named(offers),
      },
    };
  });
}

export type LoadedTable = NonNullable<Awaited<ReturnType<typeof loadTable>>>;
