import type { LiveAnswer, LiveRequest } from "@/core/services/live-rate";
import { Decimal, sum } from "@/core/money/decimal";
import type { Database } from "@/db/connect";
import { addHours, type CarrierHourRow } from "@/db/queries/carriers";

/** A shipment in a few words, and what our own table says of it: kept with what the carrier says, to be held beside it. */
export interface AboutShipment {
  readonly service: string;
  readonly origin: string;
  readonly to: string;
  /** kg; absent where one is not known. */
  readonly weight?: string;
  readonly table: NonNullable<LiveRequest["table"]>;
}

/** Nothing where there is no table to compare with. */
export function aboutOf({ service, origin, place, parcels, table }: LiveRequest): AboutShipment | null {
  if (!table) return null;
  const weights = parcels.map(({ count, weight }) =>
    Decimal.read(weight ?? "")?.times(Decimal.of(String(count))),
  );
  const known = weights.flatMap((weight) => weight ?? []);
  return {
    service,
    origin,
    to: `${place.country} ${place.postcode}`.trim(),
    ...(known.length < weights.length ? {} : { weight: sum(known).toString() }),
    table,
  };
}

/** A question of a quote, and how it came by its answer. */
export interface WantedAnswer {
  readonly connection: string;
  readonly answer: LiveAnswer | undefined;
  readonly isKept: boolean;
}

const HOUR_MS = 3_600_000;
/** Counts are written so often, with the quote that comes then. */
const WRITTEN_MS = 2000;

/** Counts quotes by connection and hour in this process until they are written. */
export class CarrierUse {
  readonly #hours = new Map<string, CarrierHourRow>();
  #written = -Infinity;

  count(wanted: readonly WantedAnswer[], now: Date): void {
    const hour = new Date(Math.floor(now.getTime() / HOUR_MS) * HOUR_MS).toISOString();
    for (const connection of new Set(wanted.map((one) => one.connection))) {
      const own = wanted.filter((one) => one.connection === connection);
      const key = JSON.stringify([connection, hour]);
      const { quotes, kept, unanswered } = this.#hours.get(key) ?? { quotes: 0, kept: 0, unanswered: 0 };
      this.#hours.set(key, {
        connection,
        hour,
        quotes: quotes + 1,
        kept: kept + (own.every(({ isKept }) => isKept) ? 1 : 0),
        unanswered: unanswered + (own.some(({ answer }) => !answer || "failed" in answer) ? 1 : 0),
      });
    }
  }

  /** Writes what is counted, unless that was done a moment ago; `clock` gives ms. */
  async write(db: Database, clock: () => number, { atOnce = false } = {}): Promise<void> {
    if (this.#hours.size === 0 || (!atOnce && clock() - this.#written < WRITTEN_MS)) return;
    this.#written = clock();
    const rows = [...this.#hours.values()];
    this.#hours.clear();
    // two processes that write the same hours take them in one order
    await addHours(
      db,
      rows.sort((a, b) => (a.connection + a.hour < b.connection + b.hour ? -1 : 1)),
    );
  }
}
