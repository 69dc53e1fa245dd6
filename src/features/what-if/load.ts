import "server-only";
import { monthAfter } from "@/core/calendar/months";
import { localDate } from "@/core/calendar/local-date";
import type { Uncompared } from "@/core/recovery/uncompared";
import { reasonSentence } from "@/messages/reason-sentence";
import { may } from "@/server/auth/roles";
import { loadFor, type Look } from "@/server/load";
import { monthsOfResults } from "@/server/recovery/result-view";
import { draftSetup } from "@/server/services/draft-setup";
import { liveSetup } from "@/server/services/live-setup";
import { shownJob } from "@/server/services/shown-job";
import { workOf, type SavingsResult, type TableResult } from "@/server/services/what-if-work";
import { valueWords } from "@/messages/value-words";

/** The year before the last month there is. */
const MONTHS = 12;

async function common({ db, person }: Look) {
  const all = await monthsOfResults(db);
  const from = all && monthAfter(all.to, 1 - MONTHS);
  return {
    maySeeBills: may(person.role, "see-bills"),
    mayEdit: may(person.role, "edit-setup"),
    months:
      all && from !== undefined ? { from: from < all.from ? all.from : from, to: all.to, all } : undefined,
  };
}

/** What other services would have saved: the work that is asked for, else the last that was done. */
export function loadCheaper(id: string | undefined) {
  return loadFor("see-results", async (look) => {
    const { db, now } = look;
    const [live, work] = await Promise.all([
      liveSetup(db),
      workOf<SavingsResult>(db, "cheaper-services", id),
    ]);
    const words = live && valueWords(live.setup);
    const named = work?.result &&
      words && {
        ...work.result,
        left: inWords(work.result.left),
        rows: (["inTime", "any"] as const).map((kind) => {
          const { rows, shipments, saved } = work.result?.savings[kind] ?? {
            rows: [],
            shipments: 0,
            saved: "",
          };
          return {
            ...{ kind, shipments, saved },
            rows: rows.map(({ origin, zone, service, other, ...figures }) => ({
              ...figures,
              ...{ origin: words("origin", origin), zone: words("zone", zone) },
              ...{ service: words("service", service), other: words("service", other) },
              otherCode: other,
              values: { origin, zone, service },
            })),
          };
        }),
      };
    return {
      ...(await common(look)),
      job: work && shownJob(work.row, now),
      asked: work?.months,
      result: named,
    };
  });
}

/** What an edition of a buy table does to past shipments: the work that is asked for, else the last that was done. */
export function loadNewTable(id: string | undefined) {
  return loadFor("see-results", async (look) => {
    const { db, now } = look;
    const [draft, work] = await Promise.all([draftSetup(db), workOf<TableResult>(db, "next-table", id)]);
    const setup = draft?.setup;
    const today = setup ? localDate(now.toISOString(), setup.business.timeZone) : "";
    const editions = (setup?.tariffs ?? [])
      .filter(({ side }) => side === "buy")
      .flatMap(({ code, name, editions: own }) =>
        own.map(({ label, from: validFrom }) => ({ tariff: code, name, label, validFrom })),
      )
      // what comes next first, then the newest
      .sort(
        (a, b) =>
          Number(b.validFrom > today) - Number(a.validFrom > today) ||
          (a.validFrom < b.validFrom ? 1 : a.validFrom > b.validFrom ? -1 : a.name < b.name ? -1 : 1),
      );
    const tariffs = Object.fromEntries(
      (setup?.tariffs ?? []).map(({ code, name, unit = "", boundary, zoneChart, editions: own }) => {
        const zones = setup?.zoneCharts.find((chart) => chart.code === zoneChart)?.zones ?? [];
        return [
          code,
          {
            ...{ name, unit, boundary },
            edges: [...new Set(own.flatMap(({ breaks }) => breaks.map(({ edge }) => edge)))],
            zones: Object.fromEntries(zones.map((zone) => [zone.code, zone.name])),
          },
        ];
      }),
    );
    return {
      ...(await common(look)),
      editions,
      tariffs,
      job: work && shownJob(work.row, now),
      asked: work?.months,
      later: work?.result ? Math.max(0, (draft?.stamp ?? 0) - work.result.stamp) : 0,
      result: work?.result && { ...work.result, left: inWords(work.result.left) },
    };
  });
}

function inWords(list: readonly Uncompared[]) {
  return list.map(({ why, count, example }) => ({
    ...{ why, count },
    words: example
      ? `for example ${reasonSentence(example)}`
      : "an item, its service or an exchange rate is no longer there",
  }));
}

export type CheaperParts = NonNullable<Awaited<ReturnType<typeof loadCheaper>>>;
export type NewTableParts = NonNullable<Awaited<ReturnType<typeof loadNewTable>>>;
