import "server-only";
import { localDate } from "@/core/calendar/local-date";
import { joinPath } from "@/core/setup/path";
import { tariffCodeOf } from "@/core/setup/service-tariff";
import type { Setup } from "@/core/setup/setup";
import type { Edition, Tariff } from "@/core/setup/tariff";
import { compareEditions, type Comparison } from "@/core/tariffs/compare-editions";
import { weighEditions, type Weighed } from "@/core/tariffs/weigh-editions";
import { inForce } from "@/core/tariffs/in-force";
import { counterparts, tableMargins } from "@/core/tariffs/table-margins";
import type { CompiledSetup } from "@/core/quote/compiled-setup";
import { load } from "@/server/load";
import { notesOn } from "@/server/services/cell-notes";
import { lastChanges } from "@/server/services/last-changes";
import { pastShipments } from "@/server/services/past-shipments";
import { liveSetup } from "@/server/services/live-setup";
import { otherCells, type LiveCells } from "./live-cells";
import type { CellNote } from "./noted-cells";
import type { Shipped } from "./shipped-panel";
import type { Against } from "./table-look";
import type { Notice } from "@/features/draft";
import type { TariffSummary, TariffUser } from "./tariff-summary";
import type { PricedService } from "./tariff-users";

type Side = { readonly tariff: Tariff; readonly edition: Edition };

/** Two editions cell by cell, and what the last year's shipments of the first one's tariff come to under both. */
export async function comparedEditions(
  setup: Setup,
  compiled: CompiledSetup | undefined,
  [before, after]: readonly [Side, Side],
): Promise<{ comparison: Comparison; weighed: Weighed | undefined; year: number }> {
  const shipments = await load(({ db, now }) => pastShipments(db, setup, before.tariff, now));
  const [old, young] = [before, after].map(({ tariff, edition }) => {
    const own = compiled?.tariffs.get(tariff.code);
    const found = own?.editions.find((one) => one.label === edition.label);
    return own && found ? { tariff: own, edition: found } : undefined;
  });
  const alike = before.tariff.measure === after.tariff.measure;
  return {
    comparison: compareEditions(before.edition, after.edition),
    weighed: old && young && alike ? weighEditions(old, young, shipments) : undefined,
    year: shipments.length,
  };
}

/** Today in the business's time zone. */
export function businessToday(setup: Setup): Promise<string> {
  return load(({ now }) => localDate(now.toISOString(), setup.business.timeZone));
}

/** What of the last year a tariff's zones were shipped by it; what lies in no zone is left out. */
export async function shippedBy(
  setup: Setup,
  compiled: CompiledSetup | undefined,
  tariff: Tariff,
): Promise<Shipped[]> {
  const chart = compiled?.tariffs.get(tariff.code)?.chart;
  if (!chart) return [];
  const shipments = await load(({ db, now }) => pastShipments(db, setup, tariff, now));
  return shipments.flatMap(({ place, value }) => {
    const zone = chart.index.find(place)?.zone;
    return typeof zone === "string" ? [{ zone, value: Number(value) }] : [];
  });
}

/** The edition that is asked for; else the one in force, else the first. */
export function editionShown({ editions }: Tariff, label: unknown, today: string): Edition | undefined {
  return editions.find((entry) => entry.label === label) ?? inForce(editions, today) ?? editions[0];
}

/** The tables of the other side there are for a tariff, and the one that is laid against it, on a day of the edition. */
export function laidAgainst(
  compiled: CompiledSetup,
  tariff: Tariff,
  edition: Edition,
  code: string | undefined,
  today: string,
): { others: { code: string; name: string }[]; against: Against | undefined } {
  const own = compiled.tariffs.get(tariff.code);
  const codes = own ? counterparts(compiled, own, tariff.side) : [];
  const others = codes.map((one) => ({ code: one, name: compiled.tariffs.get(one)?.name ?? one }));
  if (code === undefined || !codes.includes(code)) return { others, against: undefined };
  const isNow = inForce(tariff.editions, today) === edition;
  const margins = tableMargins(compiled, tariff, code, isNow ? today : edition.from);
  return { others, against: { code, margins: margins.cells, taxPercent: margins.taxPercent } };
}

/** Where an edition's cells are otherwise in the revision that is live; edges and zones are compared as figures. */
export async function liveCells(tariff: string, edition: Edition): Promise<LiveCells | undefined> {
  const live = await load(({ db }) => liveSetup(db));
  if (!live) return undefined;
  const { number: revision, setup } = live;
  const own = setup.tariffs.find(({ code }) => code === tariff);
  const old = own?.editions.find(({ label }) => label === edition.label);
  return old ? { revision, cells: otherCells(compareEditions(old, edition)) } : { revision };
}

/** The notes on an edition's cells. */
export function notesOfEdition(tariff: string, edition: string): Promise<CellNote[]> {
  return load(({ db }) => notesOn(db, tariff, edition));
}

const DAY_MS = 86_400_000;

/** Whole days after today up to and including the last day; `undefined` for an open end. */
export function daysLeft(to: string | undefined, today: string): number | undefined {
  return to === undefined ? undefined : Math.round((Date.parse(to) - Date.parse(today)) / DAY_MS);
}

/** The list of tariffs, what we pay first, each side by name. */
export async function tariffSummaries(
  setup: Setup,
  notices: readonly Notice[],
  today: string,
): Promise<TariffSummary[]> {
  const charts = new Map(setup.zoneCharts.map((chart) => [chart.code, chart.name]));
  const changes = await load(({ db }) => lastChanges(db, "tariffs"));
  const sorted = [...setup.tariffs].sort((a, b) =>
    a.side === b.side ? (a.name < b.name ? -1 : 1) : a.side === "buy" ? -1 : 1,
  );
  return sorted.map((tariff) => {
    const change = changes.get(tariff.code);
    return {
      tariff,
      carrier: carrierOf(setup, tariff),
      chartName: charts.get(tariff.zoneChart) ?? tariff.zoneChart,
      usedBy: usersOf(setup, tariff),
      editions: tariff.editions.map(({ label, from, to }) => ({
        label,
        from,
        ...(to === undefined ? {} : { to }),
        daysLeft: daysLeft(to, today),
      })),
      findings: notices.filter(
        (notice) => notice.severity !== "note" && notice.source.startsWith(`tariffs/${tariff.code}/`),
      ).length,
      changed: change && { day: localDate(change.at, setup.business.timeZone), who: change.who },
    };
  });
}

/** The services and offers that read a tariff, with their paths. */
export function usersOf(setup: Setup, tariff: Tariff): TariffUser[] {
  const services = setup.services
    .filter(({ rate }) => tariffCodeOf(rate) === tariff.code)
    .map(({ name, code }) => ({ name, path: joinPath("services", code) }));
  const offers = setup.offers
    .filter(({ plan }) => plan.kind === "tariff" && plan.tariff === tariff.code)
    .map(({ name, code }) => ({ name, path: joinPath("offers", code) }));
  return [...services, ...offers];
}

/** The services a buy tariff could price; a sell tariff prices none. */
export function servicesFor({ services }: Setup, { side }: Tariff): PricedService[] {
  if (side === "sell") return [];
  return services.map(({ code, name, rate, active }) => ({ code, name, rate, active }));
}

/** The carrier whose services read a buy tariff. */
export function carrierOf(setup: Setup, tariff: Tariff): string | undefined {
  const service = setup.services.find(({ rate }) => tariffCodeOf(rate) === tariff.code);
  return setup.carriers.find((carrier) => carrier.code === service?.carrier)?.name;
}
