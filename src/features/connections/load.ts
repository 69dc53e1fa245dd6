import "server-only";
import type { Connection } from "@/core/setup/offer";
import { may } from "@/server/auth/roles";
import { adapterNames, connectionPage } from "@/server/carriers/connection-page";
import { load } from "@/server/load";

/** A connection's page, with what whoever looks may do: its sign-in is for finance and administrators. */
export function loadConnection(connection: Connection, asked: string | undefined) {
  return load(async ({ db, now, person: { role } }) => ({
    ...(await connectionPage(db, connection, { now, asked })),
    maySign: may(role, "see-secrets"),
  }));
}

export type ConnectionParts = Awaited<ReturnType<typeof loadConnection>>;

/** The kinds of carriers' systems that can be asked. */
export function loadAdapters() {
  return adapterNames();
}
