import { shipBy, distanceOf, type Shipment } from "./buy";
import type { Origin } from "./calendar";
import { Fraction } from "./fraction";
import type { Line, Load } from "./goods";
import type { Offer, Order } from "./order";
import { isAmong } from "./place";
import { attempt, Refusal } from "./refusal";

/** Pieces of each line by origin: one way an order can leave. */
type Way = readonly ReadonlyMap<string, number>[];

/** More ways than this are not all tried: the order says nothing then. */
const MOST_WAYS = 4000;
/** So many lines, or pieces that have a choice, are to leave in the best way there is. */
const PROVEN = 10;
export class TooMany extends Error {}

/** Origins as what nothing decides prefers them. */
function preferred({ setup }: Order): readonly Origin[] {
  const isFallback = ({ code }: Origin) => (code === setup.sourcing.fallbackOrigin ? 0 : 1);
  return [...setup.origins].sort(
    (a, b) => isFallback(a) - isFallback(b) || a.rank - b.rank || (a.code < b.code ? -1 : 1),
  );
}

/** Every way is tried, and the best by the objectives taken; of equals the one that is preferred line by line. */
export class Sourcing {
  private readonly tried = new Map<string, Shipment | Refusal>();

  constructor(
    private readonly order: Order,
    private readonly offer: Offer,
  ) {}

  best(): readonly Shipment[] {
    let best: { shipments: readonly Shipment[]; figures: readonly Fraction[] } | undefined;
    let isCommonMissing = false;
    for (const way of waysOf(this.order)) {
      const loads = this.loadsOf(way);
      const shipments = this.served(loads, this.offer.acrossOrigins);
      if (!shipments) {
        isCommonMissing ||= this.served(loads, "any") !== undefined;
        continue;
      }
      const figures = this.figures(shipments);
      if (!best || isBetter(figures, best.figures)) best = { shipments, figures };
    }
    if (!best) throw new Refusal(isCommonMissing ? "no-common-service" : "no-service");
    return best.shipments;
  }

  private loadsOf(way: Way): ReadonlyMap<Origin, Load> {
    const loads = new Map<Origin, Load>();
    for (const origin of this.order.setup.origins) {
      const load = this.order.lines.flatMap((line, i) => {
        const pieces = way[i]!.get(origin.code) ?? 0;
        return pieces > 0 ? [{ line, pieces }] : [];
      });
      if (load.length > 0) loads.set(origin, load);
    }
    return loads;
  }

  private served(
    loads: ReadonlyMap<Origin, Load>,
    across: "any" | "sameService",
  ): readonly Shipment[] | undefined {
    const byService = this.offer.services.map((code) =>
      [...loads].map(([origin, load]) => this.shipment(origin, code, load)),
    );
    const worked = (all: readonly (Shipment | undefined)[]) => {
      const made = all.filter((one) => one !== undefined);
      return made.length === all.length ? [made] : [];
    };
    if (across === "sameService") return this.picked(byService.flatMap(worked));
    const each = [...loads].map((_, i) => this.picked(byService.flatMap((all) => worked([all[i]]))));
    return each.every((one) => one) ? each.flatMap((one) => one!) : undefined;
  }

  private picked(choices: readonly (readonly Shipment[])[]): readonly Shipment[] | undefined {
    const costOf = (all: readonly Shipment[]) => Fraction.sum(all.map(({ cost }) => cost));
    const arrivalOf = (all: readonly Shipment[]) =>
      all.map(({ promise }) => promise?.latest ?? "9999").reduce((a, b) => (a > b ? a : b));
    return choices.reduce<readonly Shipment[] | undefined>((a, b) => {
      if (!a || this.offer.pick === "listed") return a ?? b;
      const later = this.offer.pick === "fastest" ? compare(arrivalOf(b), arrivalOf(a)) : 0;
      return later < 0 || (later === 0 && costOf(b).against(costOf(a)) < 0) ? b : a;
    }, undefined);
  }

  private shipment(origin: Origin, code: string, load: Load): Shipment | undefined {
    const key = `${origin.code} ${code} ${load.map(({ line, pieces }) => `${line.index}*${pieces}`).join(",")}`;
    let made = this.tried.get(key);
    if (!made) {
      const result = attempt(() => shipBy(this.order, origin, code, load, this.offer.tier === "collection"));
      made = "value" in result ? result.value : result.refused;
      this.tried.set(key, made);
    }
    return made instanceof Refusal ? undefined : made;
  }

  private figures(shipments: readonly Shipment[]): readonly Fraction[] {
    const { objectives } = this.order.setup.sourcing;
    const sum = (of: (one: Shipment) => Fraction) => Fraction.sum(shipments.map(of));
    const decided = objectives.map((objective) => {
      if (objective === "fewestShipments") return Fraction.of(shipments.length);
      if (objective === "lowestCost") return sum(({ cost }) => cost);
      if (objective === "rank") return sum(({ origin }) => Fraction.of(origin.rank));
      return sum(({ origin }) => Fraction.of(distanceOf(this.order, origin)));
    });
    // what no objective decides: as much as can be from the fallback origin, line by line, then by rank
    const fallback = shipments.find(({ origin }) => origin.code === this.order.setup.sourcing.fallbackOrigin);
    const atFallback = this.order.lines.map((line) =>
      Fraction.of(-(fallback?.load.find((one) => one.line === line)?.pieces ?? 0)),
    );
    return [...decided, ...atFallback, sum(({ origin }) => Fraction.of(origin.rank))];
  }
}

const compare = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);

function isBetter(figures: readonly Fraction[], than: readonly Fraction[]): boolean {
  for (const [i, figure] of figures.entries()) {
    const side = figure.against(than[i]!);
    if (side !== 0) return side < 0;
  }
  return false;
}

/** All ways of an order, what is preferred first. Throws where a line can leave from nowhere. */
function waysOf(order: Order): readonly Way[] {
  const { split } = order.setup.sourcing;
  const each = order.lines.map((line) => (line.pins ? [line.pins] : choicesOf(order, line)));
  const count = each.reduce((product, list) => product * list.length, 1);
  if (count > MOST_WAYS || piecesWithAChoice(order, each) > PROVEN) throw new TooMany();
  let ways: Way[] = [[]];
  for (const choices of each) ways = ways.flatMap((way) => choices.map((choice) => [...way, choice]));
  const held = ways.filter((way) => holdsStock(order, way));
  const together = split === "never" ? held.filter((way) => isTogether(order, way)) : held;
  if (together.length === 0) throw new Refusal("out-of-stock");
  return together;
}

function piecesWithAChoice({ setup, lines }: Order, each: readonly (readonly unknown[])[]): number {
  const isByPiece = setup.sourcing.split === "byPiece";
  return lines.reduce(
    (sum, { quantity }, i) => sum + (each[i]!.length > 1 ? (isByPiece ? quantity : 1) : 0),
    0,
  );
}

function isTogether({ lines }: Order, way: Way): boolean {
  const free = lines.flatMap((line, i) => (line.pins ? [] : [...way[i]!.keys()]));
  return new Set(free).size <= 1;
}

/** Two lines of one thing share what lies at an origin. */
function holdsStock(order: Order, way: Way): boolean {
  const taken = new Map<string, number>();
  return order.lines.every((line, i) => {
    if (line.pins || !line.stock) return true;
    return [...way[i]!].every(([origin, pieces]) => {
      const key = `${line.sku} ${origin}`;
      taken.set(key, (taken.get(key) ?? 0) + pieces);
      return taken.get(key)! <= heldFor(order, line, origin);
    });
  });
}

/** What lies at an origin for a line that is free to leave from there: what a person pinned is taken, there or not. */
function heldFor({ lines }: Order, line: Line, origin: string): number {
  if (!line.stock) return Infinity;
  const pinned = lines.filter((one) => one.pins && one.stock && one.sku === line.sku);
  const taken = pinned.reduce((sum, one) => sum + (one.pins?.get(origin) ?? 0), 0);
  return Math.max(0, (line.stock.get(origin) ?? 0) - taken);
}

function choicesOf(order: Order, line: Line): readonly ReadonlyMap<string, number>[] {
  const { setup, request } = order;
  const active = setup.origins.filter((origin) => origin.active);
  const held = (origin: Origin) => heldFor(order, line, origin.code);
  const mayShip = ({ refusesGoodsClasses = [], serves = [] }: Origin) =>
    !(line.goodsClass !== undefined && refusesGoodsClasses.includes(line.goodsClass)) &&
    (serves.length === 0 || isAmong(serves, request.shipTo));
  const isByPiece = setup.sourcing.split === "byPiece";
  const isEnough = (origins: readonly Origin[]) =>
    isByPiece
      ? origins.reduce((sum, one) => sum + held(one), 0) >= line.quantity
      : origins.some((one) => held(one) >= line.quantity);
  if (line.stock && !isEnough(active)) throw new Refusal("out-of-stock");
  const able = preferred(order).filter((origin) => origin.active && mayShip(origin));
  if (!isEnough(able)) throw new Refusal("origin-cannot-ship");
  if (isByPiece) return parted(line.quantity, able, held);
  return able.filter((one) => held(one) >= line.quantity).map((one) => new Map([[one.code, line.quantity]]));
}

/** All ways to take so many pieces from some places, as many as can be from the first of them first. */
function parted(
  pieces: number,
  [first, ...rest]: readonly Origin[],
  held: (origin: Origin) => number,
): readonly Map<string, number>[] {
  if (pieces === 0) return [new Map()];
  if (!first) return [];
  const ways: Map<string, number>[] = [];
  for (let taken = Math.min(pieces, held(first)); taken >= 0; taken--) {
    for (const way of parted(pieces - taken, rest, held))
      ways.push(taken > 0 ? new Map([[first.code, taken], ...way]) : way);
  }
  return ways;
}
