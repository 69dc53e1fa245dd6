import "server-only";
import { sumOfLines, type TotalLine, type Totals } from "@/core/replay/totals";
import type { Spread } from "@/core/replay/spread";
import { countryName } from "@/messages/country-name";
import { localTimeText } from "@/core/calendar/local-time-text";
import { load, type Look } from "@/server/load";
import { orderUnderBoth } from "@/server/orders/order-under-both";
import { draftSetup } from "@/server/services/draft-setup";
import { jobOf } from "@/server/services/jobs";
import { shownJob } from "@/server/services/shown-job";
import { lastReplay, type NumberedMove, type ReplayResult } from "@/server/services/replays";

/** Totals of one group in words. */
export interface ShownTotal {
  readonly name: string;
  readonly line: TotalLine;
}

export interface ShownReplay {
  readonly id: string;
  readonly revision: number;
  readonly currency: string;
  readonly orders: number;
  readonly changed: number;
  /** Orders rated by what carriers said when they were charged. */
  readonly byAnswers: number | undefined;
  readonly made: string;
  /** Edits of the draft since it was made. */
  readonly later: number;
  readonly totals: readonly { readonly by: string; readonly rows: readonly ShownTotal[] }[];
  readonly all: TotalLine | undefined;
  readonly spread: Omit<Spread, "worst" | "best">;
  readonly worst: readonly NumberedMove[];
  readonly best: readonly NumberedMove[];
}

export type OrderUnderBoth = NonNullable<Awaited<ReturnType<typeof loadOrderBoth>>>;
export type { OrderSide } from "@/server/orders/order-under-both";

/** One order by what is live and by the draft. */
export function loadOrderBoth(number: string) {
  return load(({ db, now }) => orderUnderBoth(db, number, now));
}

const UUID = /^[0-9a-f-]{36}$/;

/** A replay's page: its progress and what it comes to so far while it goes on, then what it came to. */
export function loadReplay(id: string) {
  return load(async ({ db, now }) => {
    const row = UUID.test(id) ? await jobOf(db, id) : undefined;
    if (row?.kind !== "replay") return undefined;
    const isShown = row.state === "done" || row.state === "running";
    const result = isShown && row.result !== null ? (row.result as ReplayResult) : undefined;
    return {
      job: shownJob(row, now),
      result: result && (await shown(db, id, result, row.endedAt ?? undefined)),
    };
  });
}

/** The last replay that was made; `undefined` before there is one. */
export function loadLastReplay(): Promise<ShownReplay | undefined> {
  return load(async ({ db }) => {
    const last = await lastReplay(db);
    return last && shown(db, last.id, last.result, last.endedAt);
  });
}

const names = new Intl.Collator("en");
const byName = (a: ShownTotal, b: ShownTotal) => names.compare(a.name, b.name);

async function shown(
  db: Look["db"],
  id: string,
  result: ReplayResult,
  endedAt: string | undefined,
): Promise<ShownReplay> {
  const draft = await draftSetup(db);
  const setup = draft?.setup;
  const nameOf = (list: readonly { code: string; name: string }[] = []) => {
    const names = new Map(list.map(({ code, name }) => [code, name]));
    return (code: string) => names.get(code) ?? code;
  };
  const nameIn: Readonly<Record<keyof Totals, (key: string) => string>> = {
    channel: nameOf(setup?.channels),
    country: countryName,
    offer: nameOf(setup?.offers),
    weight: (edge) => (edge === "" ? "over 100 kg, or not known" : `up to and including ${edge} kg`),
  };
  const rows = (by: keyof Totals): ShownTotal[] =>
    result.totals[by].map(([key, line]) => ({ name: nameIn[by](key), line }));
  const { revision, currency, orders, changed, spread, worst, best } = result;
  return {
    id,
    revision,
    currency,
    orders,
    changed,
    byAnswers: result.byAnswers,
    made:
      endedAt === undefined || !setup
        ? ""
        : localTimeText(new Date(endedAt).toISOString(), setup.business.timeZone),
    later: Math.max(0, (draft?.stamp ?? 0) - result.stamp),
    totals: [
      { by: "Channel", rows: rows("channel") },
      { by: "Country", rows: rows("country").toSorted(byName) },
      { by: "Weight", rows: rows("weight") },
      { by: "Offer given", rows: rows("offer").toSorted(byName) },
    ],
    all: sumOfLines(rows("channel").map(({ line }) => line)),
    spread,
    worst,
    best,
  };
}
