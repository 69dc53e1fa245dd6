import { tariffOf } from "../services/compiled-rate";
import { editionOn, type CompiledEdition, type CompiledTariff } from "../tariffs/compiled-tariff";
import type { CompiledChart } from "../zones/compiled-chart";
import { isIn } from "../zones/compiled-place";
import type { CompiledOffer } from "../quote/compiled-offer";
import type { CompiledSetup } from "../quote/compiled-setup";

/** A country, or a part of one by ISO 3166-2. */
export interface BoardPlace {
  readonly country: string;
  readonly subdivision?: string;
}

/**
 * Whether goods get to a place, asked as if for all of it: `served`; `barred`, an entry or the offer says not;
 * `noRate`, a zone without a rate or no edition on the day; `notInChart`, no entry holds it; `live`, only the carrier
 * knows.
 */
export type CoverageState = "served" | "barred" | "noRate" | "notInChart" | "live";

export interface Coverage {
  readonly state: CoverageState;
  readonly zone?: string;
  /** Entries for parts of the country, by postcode or subdivision, that say otherwise. */
  readonly otherwise: number;
  /** Of an offer: its own destinations bar the place. */
  readonly byOffer?: true;
}

/** Of an offer's services the first in this order speaks for it. */
const spoken: readonly CoverageState[] = ["served", "live", "noRate", "barred", "notInChart"];

/** What services and offers cover on a date (`YYYY-MM-DD`), by their zone charts, rates and destinations. */
export class CoverageMap {
  private readonly parts = new Map<CompiledChart, Map<string, { served: number; barred: number }>>();

  constructor(
    private readonly compiled: CompiledSetup,
    private readonly date: string,
  ) {}

  service(code: string, place: BoardPlace): Coverage {
    const service = this.compiled.services.get(code);
    if (!service) return { state: "notInChart", otherwise: 0 };
    if (isBarred(service, place)) return { state: "barred", otherwise: partsOf(service, place.country) };
    const tariff = tariffOf(service.rate);
    if (!tariff) return { state: service.rate.kind === "live" ? "live" : "served", otherwise: 0 };
    return this.byTariff(tariff, place);
  }

  offer(offer: CompiledOffer, place: BoardPlace): Coverage {
    if (isBarred(offer, place))
      return { state: "barred", otherwise: partsOf(offer, place.country), byOffer: true };
    const all = offer.services.map((service) => this.service(service.service.code, place));
    const best = spoken.flatMap((state) => all.find((coverage) => coverage.state === state) ?? [])[0];
    return best ?? { state: "notInChart", otherwise: 0 };
  }

  private byTariff(tariff: CompiledTariff, place: BoardPlace): Coverage {
    const found = tariff.chart.index.find({ ...place, postcode: "" });
    const parts = this.partsOf(tariff.chart).get(place.country) ?? { served: 0, barred: 0 };
    if (!found) return { state: "notInChart", otherwise: parts.served };
    if (found.zone === null) return { state: "barred", otherwise: parts.served };
    const priced = hasRate(editionOn(tariff, this.date), found.zone);
    return { state: priced ? "served" : "noRate", zone: found.zone, otherwise: parts.barred };
  }

  /** Entries for parts of countries, counted once a chart. */
  private partsOf(chart: CompiledChart): Map<string, { served: number; barred: number }> {
    const known = this.parts.get(chart);
    if (known) return known;
    const counts = new Map<string, { served: number; barred: number }>();
    for (const { country, subdivision, postcode, zone } of chart.chart.entries) {
      if (subdivision === undefined && postcode === undefined) continue;
      const count = counts.get(country) ?? { served: 0, barred: 0 };
      count[zone === null ? "barred" : "served"]++;
      counts.set(country, count);
    }
    this.parts.set(chart, counts);
    return counts;
  }
}

type Places = Pick<CompiledOffer, "only" | "not">;

/** Whether a place as a whole is barred, or others alone are named. */
function isBarred({ only, not }: Places, place: BoardPlace): boolean {
  const where = { ...place, postcode: "" };
  if (not.some((entry) => isIn(entry, where))) return true;
  return only.length > 0 && !only.some((entry) => isIn(entry, where));
}

/** How many of the included destinations are parts of a country. */
function partsOf({ only }: Places, country: string): number {
  return only.filter(
    (entry) => entry.country === country && (entry.pattern !== undefined || entry.subdivision !== undefined),
  ).length;
}

function hasRate(edition: CompiledEdition | undefined, zone: string): boolean {
  return edition?.rows.get(zone)?.pages.some((page) => page.some((rate) => rate !== undefined)) === true;
}
