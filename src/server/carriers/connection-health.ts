import "server-only";
import { driftOf, type DriftFigures } from "@/core/services/drift";
import type { PooledDatabase } from "@/db/connect";
import {
  answerTimes,
  exchangeHours,
  fallbacksOf,
  hoursOf,
  type SettledFallback,
} from "@/db/queries/carriers";
import { liveSetup } from "../services/live-setup";
import type { AboutShipment } from "./carrier-use";
import { localDate } from "@/core/calendar/local-date";

const HOUR_MS = 3_600_000;
const HOURS = 24;
const MOST_FALLBACKS = 5000;

/** What calls of an hour came to: answers, none in time, any other fault, and nobody asked. */
export interface HealthHour {
  /** The instant it begins. */
  readonly hour: string;
  readonly answered: number;
  readonly late: number;
  readonly failed: number;
  readonly notAsked: number;
  /** ms half of its answers took at most, and all but one in twenty. */
  readonly median: number | undefined;
  readonly p95: number | undefined;
}

/** How a connection has done in the last day. */
export interface ConnectionHealth {
  /** All hours of it, the one that is going on last. */
  readonly hours: readonly HealthHour[];
  /** By what came of it, the most first. */
  readonly counts: readonly { readonly outcome: string; readonly count: number }[];
  readonly median: number | undefined;
  readonly p95: number | undefined;
  /** Quotes that wanted its rates: with kept answers alone, and with a shipment that had none. */
  readonly quotes: { readonly all: number; readonly kept: number; readonly unanswered: number };
  /** What stood in for answers, against what the carrier said of the same shipments later. */
  readonly fallbacks: {
    /** Shipments without an answer. */
    readonly shipments: number;
    /** Those a table stood in for, and the carrier has answered about since. */
    readonly settled: number;
    readonly currency: string;
    readonly sums: DriftFigures | undefined;
  };
}

const notAsked = new Set(["left-alone", "paused", "full", "no-time", "beyond"]);

export async function connectionHealth(
  db: PooledDatabase,
  code: string,
  now: Date,
): Promise<ConnectionHealth> {
  const last = Math.floor(now.getTime() / HOUR_MS) * HOUR_MS;
  const all = Array.from({ length: HOURS }, (_, i) =>
    new Date(last - (HOURS - 1 - i) * HOUR_MS).toISOString(),
  );
  const since = all[0] ?? now.toISOString();
  const [calls, times, uses, fallbacks] = await Promise.all([
    exchangeHours(db, code, since),
    answerTimes(db, code, since),
    hoursOf(db, code, since),
    fallbacksOf(db, code, since, MOST_FALLBACKS),
  ]);
  const count = (hour: string, is: (outcome: string) => boolean) =>
    calls.reduce((sum, one) => (one.hour === hour && is(one.outcome) ? sum + one.count : sum), 0);
  const isAnswer = (outcome: string) => outcome.startsWith("answered");
  const whole = times.find(({ hour }) => hour === undefined);
  const total = (of: "quotes" | "kept" | "unanswered") => uses.reduce((sum, one) => sum + one[of], 0);
  return {
    hours: all.map((hour) => {
      const own = times.find((one) => one.hour === hour);
      return {
        hour,
        answered: count(hour, isAnswer),
        late: count(hour, (outcome) => outcome === "late"),
        failed: count(hour, (one) => !isAnswer(one) && one !== "late" && !notAsked.has(one)),
        notAsked: count(hour, (outcome) => notAsked.has(outcome)),
        median: own?.median,
        p95: own?.p95,
      };
    }),
    counts: countsOf(calls),
    median: whole?.median,
    p95: whole?.p95,
    quotes: { all: total("quotes"), kept: total("kept"), unanswered: total("unanswered") },
    fallbacks: await costOf(db, fallbacks),
  };
}

function countsOf(calls: readonly { readonly outcome: string; readonly count: number }[]) {
  const counts = new Map<string, number>();
  for (const { outcome, count } of calls) counts.set(outcome, (counts.get(outcome) ?? 0) + count);
  return [...counts]
    .map(([outcome, count]) => ({ outcome, count }))
    .sort((a, b) => b.count - a.count || (a.outcome < b.outcome ? -1 : 1));
}

async function costOf(
  db: PooledDatabase,
  rows: readonly SettledFallback[],
): Promise<ConnectionHealth["fallbacks"]> {
  const live = await liveSetup(db);
  const currency = live?.setup.business.homeCurrency ?? "";
  const pairs = rows.flatMap(({ about, later }) => {
    const [ours, theirs] = [
      about as AboutShipment | null,
      later as { amount?: string; currency?: string } | null,
    ];
    return ours && theirs?.amount !== undefined && theirs.currency !== undefined
      ? [{ table: ours.table, carrier: { amount: theirs.amount, currency: theirs.currency } }]
      : [];
  });
  const newest = rows[0];
  const day =
    live && newest ? localDate(new Date(newest.at).toISOString(), live.setup.business.timeZone) : "";
  const drift =
    live && pairs.length > 0 ? driftOf(pairs, currency, live.compiled.exchange.on(day)) : undefined;
  const settled = drift?.pairs.filter((pair) => pair !== undefined).length ?? 0;
  return { shipments: rows.length, settled, currency, sums: settled > 0 ? drift?.sums : undefined };
}
