import type { Edition, Tariff } from "@/core/setup/tariff";
import type { Setup } from "@/core/setup/setup";
import { Fraction } from "./fraction";
import { inBase, inCubicCentimetres } from "./goods";
import { zoneOf, type Destination } from "./place";
import { Refusal } from "./refusal";

/** What a table asks about what is to be rated: figures in base units, money in the currency named. */
export interface Rated {
  readonly measure: (measure: string, currency: string) => Fraction;
  /** Where it leaves from: a chart that is limited to origins must have them all. */
  readonly from: readonly string[];
  readonly place: Destination;
  readonly day: string;
}

/** What a table says, in its own currency, with the zone it was found in. */
export function rateByTable(setup: Setup, code: string, of: Rated): { amount: Fraction; zone: string } {
  const tariff = setup.tariffs.find((one) => one.code === code)!;
  const found = zoneOf(setup, tariff.zoneChart, of.from, of.place);
  if ("none" in found) throw new Refusal(found.none);
  const edition = editionOn(tariff, of.day);
  if (!edition) throw new Refusal("no-edition");
  const row = edition.rows.find(({ zone }) => zone === found.zone);
  if (!row) throw new Refusal("no-rate");
  const value = valueOf(tariff, tariff.currency, of);
  const { bands } = edition;
  const band = bands
    ? intervalOf(bands.edges, valueOf(bands, bands.currency ?? tariff.currency, of), tariff.boundary)
    : 0;
  const cells = (bands ? row.rates[band] : row.rates) as readonly (string | null)[];
  const amount = new Page(edition, cells, tariff.boundary).rateOf(value);
  return { amount: bounded(amount, row.minimum, row.maximum), zone: found.zone };
}

function editionOn({ editions }: Tariff, day: string): Edition | undefined {
  const all = editions.filter(({ from, to }) => from <= day && (to === undefined || day <= to));
  return all.reduce<Edition | undefined>((a, b) => (a && a.from >= b.from ? a : b), undefined);
}

/** A measure in the unit that edges are in. */
function valueOf(
  { measure, unit }: { measure: string; unit?: string | undefined },
  currency: string,
  of: Rated,
): Fraction {
  const base = of.measure(measure, currency);
  return unit === undefined ? base : base.by(unitOf(measure, unit));
}

export function unitOf(measure: string, unit: string): Fraction {
  return measure === "volume" ? inCubicCentimetres("1", unit) : inBase("1", unit);
}

/** The interval a value falls into; without edges below the first of a `from` table and above the last closed one. */
function intervalOf(edges: readonly (string | null)[], value: Fraction, boundary: "upTo" | "from"): number {
  const reached = edges.map((edge) => (edge === null ? undefined : value.against(Fraction.of(edge))));
  if (boundary === "upTo") {
    const at = reached.findIndex((side) => side === undefined || side <= 0);
    if (at < 0) throw new Refusal("above-last-break");
    return at;
  }
  // an open last edge of bands says where the one before it ends, so all of them are upper ends that are out
  if (edges.at(-1) === null) return reached.findIndex((side) => side === undefined || side < 0);
  const after = reached.findIndex((side) => side !== undefined && side < 0);
  const at = (after < 0 ? edges.length : after) - 1;
  if (at < 0) throw new Refusal("below-first-break");
  return at;
}

/** One page of cells over an edition's breaks. */
class Page {
  constructor(
    private readonly edition: Edition,
    private readonly cells: readonly (string | null)[],
    private readonly boundary: "upTo" | "from",
  ) {}

  rateOf(value: Fraction): Fraction {
    const { breaks, lowerNextBreak } = this.edition;
    const edges = breaks.map(({ edge }) => edge);
    const at = intervalOf(edges, value, this.boundary);
    const own = this.at(at, value);
    const next =
      lowerNextBreak && at + 1 < breaks.length ? this.at(at + 1, this.lowerEnd(at + 1)) : undefined;
    if (own === undefined) throw new Refusal("no-rate");
    return next !== undefined && next.against(own) < 0 ? next : own;
  }

  private lowerEnd(at: number): Fraction {
    const edge = this.edition.breaks[this.boundary === "upTo" ? at - 1 : at]?.edge;
    return Fraction.of(edge ?? "0");
  }

  /** What a break says of a value, also of one that is not its own: undefined where a cell is empty. */
  private at(index: number, value: Fraction): Fraction | undefined {
    const cell = this.cells[index];
    const { rate, per } = this.edition.breaks[index]!;
    if (cell === null || cell === undefined) return undefined;
    const amount = Fraction.of(cell);
    if (rate === "flat") return amount;
    const unit = Fraction.of(per!);
    if (rate === "perUnit") return amount.times(value).by(unit);
    const low = this.lowerEnd(index);
    const base = index === 0 ? Fraction.zero : this.at(index - 1, low);
    return base?.plus(amount.times(value.minus(low).by(unit).up()));
  }
}

function bounded(amount: Fraction, least: string | undefined, most: string | undefined): Fraction {
  const raised = least !== undefined && amount.against(Fraction.of(least)) < 0 ? Fraction.of(least) : amount;
  return most !== undefined && raised.against(Fraction.of(most)) > 0 ? Fraction.of(most) : raised;
}
