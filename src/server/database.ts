import "server-only";
import { connect, type Connection, type PooledDatabase } from "@/db/connect";
import { environment } from "./environment";
import { log, toldError } from "./log";

interface Holder {
  wallodromConnection?: Connection;
  wallodromRating?: Connection;
}
const holder = globalThis as Holder;

const onLost = (error: Error) => log().warn({ error: toldError(error) }, "database connection lost");

/** The pool of this process for people's work, opened when first asked for. */
export function database(): PooledDatabase {
  holder.wallodromConnection ??= connect(environment().DATABASE_URL, onLost);
  return holder.wallodromConnection.db;
}

/** Connections kept for rating alone, so that no crowd of editors keeps a quote waiting. */
const RATING_CONNECTIONS = 4;
const RATING_STATEMENT_MS = 5000;

/** The pools this process has opened, by what they are for. */
export function openPools(): ReadonlyMap<string, PooledDatabase["$client"]> {
  const { wallodromConnection: people, wallodromRating: rating } = holder;
  const pools = new Map<string, PooledDatabase["$client"]>();
  if (people) pools.set("people", people.db.$client);
  if (rating) pools.set("rating", rating.db.$client);
  return pools;
}

export function ratingDatabase(): PooledDatabase {
  holder.wallodromRating ??= connect(environment().DATABASE_URL, onLost, {
    most: RATING_CONNECTIONS,
    statementMs: RATING_STATEMENT_MS,
  });
  return holder.wallodromRating.db;
}
