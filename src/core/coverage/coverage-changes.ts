import type { Change } from "../setup/inverse";
import { joinPath, type Json } from "../setup/path";
import type { Destination } from "../setup/primitives";
import { tariffCodeOf } from "../setup/service-tariff";
import type { Setup } from "../setup/setup";
import type { BoardPlace } from "./coverage";

/** A service or an offer at a place. */
export interface BoardCell {
  readonly of: "service" | "offer";
  readonly code: string;
  readonly place: BoardPlace;
}

/** What a cell is to become: served, for services in a zone of their chart, or barred. */
export type BoardWish = { readonly state: "served"; readonly zone: string } | { readonly state: "barred" };

/** One entry or list that a wish writes; why, where it can't be. */
export type BoardEffect =
  | {
      readonly done: "entry";
      readonly chart: string;
      readonly place: BoardPlace;
      readonly zone: string | null;
      readonly shared: readonly string[];
    }
  | {
      readonly done: "destinations";
      readonly offer: string;
      readonly place: BoardPlace;
      readonly list: "only" | "not";
      readonly added: boolean;
    }
  | { readonly done: "nothing"; readonly code: string; readonly why: "no-chart" | "no-such-zone" };

export interface BoardPlan {
  readonly changes: readonly Change[];
  readonly effects: readonly BoardEffect[];
}

/**
 * What has to be written so that cells of the service-by-destination board become what is wished: an entry for the whole
 * place in a service's chart, a place in an offer's lists. Services that share a chart change together: `shared` names
 * them. Changes follow one another, each from what the one before left.
 */
export function planBoard(setup: Setup, cells: readonly BoardCell[], wish: BoardWish): BoardPlan {
  const changes: Change[] = [];
  const effects: BoardEffect[] = [];
  const charts = new Map<string, BoardPlace[]>();
  for (const cell of cells.filter(({ of }) => of === "service")) {
    const chart = chartOf(setup, cell.code);
    if (chart === undefined) effects.push({ done: "nothing", code: cell.code, why: "no-chart" });
    else charts.set(chart, [...(charts.get(chart) ?? []), cell.place]);
  }
  for (const [code, places] of charts) {
    const planned = planChart(setup, code, unique(places), wish);
    changes.push(...planned.changes);
    effects.push(...planned.effects);
  }
  const offers = new Map<string, BoardPlace[]>();
  for (const { of, code, place } of cells)
    if (of === "offer") offers.set(code, [...(offers.get(code) ?? []), place]);
  for (const [code, places] of offers) {
    const planned = planOffer(setup, code, unique(places), wish);
    changes.push(...planned.changes);
    effects.push(...planned.effects);
  }
  return { changes, effects };
}

/** The chart of the table a service's places are read from. */
export function chartOf(setup: Setup, service: string): string | undefined {
  const found = setup.services.find((one) => one.code === service);
  const tariff = found && tariffCodeOf(found.rate);
  return setup.tariffs.find((one) => one.code === tariff)?.zoneChart;
}

const keyOf = ({ country, subdivision = "" }: BoardPlace) => `${country} ${subdivision}`;

function unique(places: readonly BoardPlace[]): BoardPlace[] {
  return [...new Map(places.map((place) => [keyOf(place), place])).values()];
}

function planChart(setup: Setup, code: string, places: readonly BoardPlace[], wish: BoardWish): BoardPlan {
  const chart = setup.zoneCharts.find((one) => one.code === code);
  const zone = wish.state === "barred" ? null : wish.zone;
  if (!chart || (zone !== null && !chart.zones.some((one) => one.code === zone)))
    return { changes: [], effects: [{ done: "nothing", code, why: "no-such-zone" }] };
  const shared = setup.services.filter((one) => chartOf(setup, one.code) === code).map((one) => one.name);
  const wholes = new Map<string, number>();
  chart.entries.forEach((entry, i) => {
    // of two for one place the earlier one counts
    if (entry.postcode === undefined && !wholes.has(keyOf(entry))) wholes.set(keyOf(entry), i);
  });
  let end = chart.entries.length;
  const path = joinPath("zoneCharts", code, "entries");
  const changes: Change[] = [];
  const effects: BoardEffect[] = [];
  for (const place of places) {
    const at = wholes.get(keyOf(place));
    const from = at === undefined ? undefined : chart.entries[at];
    if (from?.zone === zone) continue;
    const to = { zone, ...place };
    changes.push(
      from ? { path: `${path}/${at}`, from, to: { ...from, zone } } : { path: `${path}/${end++}`, to },
    );
    effects.push({ done: "entry", chart: code, place, zone, shared });
  }
  return { changes, effects };
}

function planOffer(setup: Setup, code: string, places: readonly BoardPlace[], wish: BoardWish): BoardPlan {
  const offer = setup.offers.find((one) => one.code === code);
  if (!offer) return { changes: [], effects: [] };
  const { only = [], not = [] } = offer.destinations ?? {};
  const keys = new Set(places.map(keyOf));
  const isWhole = (entry: Destination) => entry.postcode === undefined && keys.has(keyOf(entry));
  const effects: BoardEffect[] = [];
  const missing = (list: readonly Destination[]) =>
    places.filter(
      (place) => !list.some((entry) => entry.postcode === undefined && keyOf(entry) === keyOf(place)),
    );
  const add = (list: "only" | "not", fresh: readonly BoardPlace[]) => {
    for (const place of fresh) effects.push({ done: "destinations", offer: code, place, list, added: true });
    return [...fresh];
  };
  const drop = (list: readonly Destination[]) => {
    for (const entry of list.filter(isWhole))
      effects.push({ done: "destinations", offer: code, place: entry, list: "not", added: false });
    return list.filter((entry) => !isWhole(entry));
  };
  const next =
    wish.state === "barred"
      ? { only, not: [...not, ...add("not", missing(not))] }
      : { only: only.length === 0 ? only : [...only, ...add("only", missing(only))], not: drop(not) };
  if (effects.length === 0) return { changes: [], effects };
  const to = {
    ...(next.only.length > 0 ? { only: next.only } : {}),
    ...(next.not.length > 0 ? { not: next.not } : {}),
  };
  const change: Change = {
    path: joinPath("offers", code, "destinations"),
    ...(offer.destinations ? { from: offer.destinations as Json } : {}),
    ...(next.only.length + next.not.length > 0 ? { to: to as Json } : {}),
  };
  return { changes: [change], effects };
}
