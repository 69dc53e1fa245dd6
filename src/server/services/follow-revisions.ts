import "server-only";
import { Client } from "pg";
import type { PooledDatabase } from "@/db/connect";
import { log, toldError } from "../log";
import { liveSetup } from "./live-setup";
import { LIVE_CHANNEL } from "./publication";

const AGAIN_MS = 2000;

/**
 * Has this process read a revision as soon as it is published, so that the first who asks need not wait for it. Nothing
 * depends on it: what is live is asked for at each use. Listens again after the connection is lost.
 */
export function followRevisions(db: PooledDatabase, url: string): void {
  const client = new Client({ connectionString: url });
  let isOver = false;
  const again = (error: unknown) => {
    if (isOver) return;
    isOver = true;
    log().warn({ error: toldError(error) }, "published revisions are not heard of for a moment");
    void client.end().catch(() => undefined);
    setTimeout(() => followRevisions(db, url), AGAIN_MS).unref();
  };
  const read = () => void liveSetup(db).catch(again);
  client.on("error", again);
  client.on("notification", read);
  client
    .connect()
    .then(() => client.query(`listen ${LIVE_CHANNEL}`))
    .then(read)
    .catch(again);
}
