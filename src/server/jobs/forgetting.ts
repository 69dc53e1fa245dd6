import "server-only";
import type { PooledDatabase } from "@/db/connect";
import { log, logFailure } from "../log";
import { forgetOld } from "../services/personal-data";

const FIRST_MS = 60_000;
const EVERY_MS = 6 * 3_600_000;

/**
 * Forgets customers as the rule of keeping says: a minute after the start and every six hours. Several processes may do it at
 * once; the second one finds nothing left.
 */
export function keepForgetting(db: PooledDatabase): void {
  const forget = async () => {
    try {
      const result = await forgetOld(db, new Date());
      if (result.ok && result.value.orders > 0)
        log().info({ orders: result.value.orders }, "customers of old orders were forgotten");
    } catch (error) {
      logFailure("forgetting customers failed", error);
    }
  };
  setTimeout(() => void forget(), FIRST_MS).unref();
  setInterval(() => void forget(), EVERY_MS).unref();
}
