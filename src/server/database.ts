import "server-only";
import { connect, type Connection, type Database } from "@/db/connect";
import { environment } from "./environment";
import { log } from "./log";

const holder = globalThis as { wallodromConnection?: Connection };

/** The one pool of this process, opened when first asked for. */
export function database(): Database {
  holder.wallodromConnection ??= connect(environment().DATABASE_URL, (error) =>
    log().warn({ error: error.message }, "database connection lost"),
  );
  return holder.wallodromConnection.db;
}
