import "server-only";
import { localDate } from "@/core/calendar/local-date";
import { CoverageMap } from "@/core/coverage/coverage";
import { tariffCodeOf } from "@/core/setup/service-tariff";
import { compilePlace, isIn } from "@/core/zones/compiled-place";
import { countryCodes } from "@/core/zones/countries";
import { countryPosition } from "@/core/zones/country-positions";
import { load } from "@/server/load";
import { shownSetup } from "@/server/shown-setup";
import type { Item } from "@/core/setup/item";
import { currentCatalogue, type DraftSetup } from "@/server/services/draft-setup";
import { listAliases } from "@/server/services/origin-aliases";

/** How much of a country an origin serves. */
export type Served = "all" | "parts";

export interface OriginParts {
  readonly served: readonly (readonly [string, Served])[];
  /** The middles of the countries it serves, for the picture. */
  readonly reach: readonly { readonly lat: number; readonly lon: number }[];
  readonly stock: {
    readonly items: number;
    readonly pieces: number;
    /** Stock-kept items of which none is left here. */
    readonly empty: number;
    /** Items nobody counts: any origin has them. */
    readonly uncounted: number;
  };
}

/** What an origin's page shows beside its record: where its services go, and what it holds. */
export function loadOriginParts(code: string): Promise<OriginParts> {
  return load(async ({ db, now }) => {
    const current = await shownSetup(db);
    return current
      ? partsOf(code, current, (await currentCatalogue(db)).items, now)
      : { ...nowhere, stock: { items: 0, pieces: 0, empty: 0, uncounted: 0 } };
  });
}

const nowhere = { served: [], reach: [] };

function partsOf(
  code: string,
  { setup, compiled }: DraftSetup,
  items: readonly Item[],
  now: Date,
): OriginParts {
  const counts = items.filter((item) => item.shippable !== false);
  const here = counts.flatMap((item) => item.stock?.find((entry) => entry.origin === code) ?? []);
  const stock = {
    items: here.filter((entry) => entry.quantity > 0).length,
    pieces: here.reduce((sum, entry) => sum + entry.quantity, 0),
    empty: here.filter((entry) => entry.quantity <= 0).length,
    uncounted: counts.filter((item) => item.stock === undefined).length,
  };
  const origin = setup.origins.find((one) => one.code === code);
  if (!compiled.ok || !origin) return { ...nowhere, stock };
  const map = new CoverageMap(compiled.value, localDate(now.toISOString(), setup.business.timeZone));
  const services = setup.services.filter(
    (service) =>
      service.active &&
      (!service.origins || service.origins.includes(code)) &&
      // what has no zone chart goes wherever its offers do: it tells nothing about places
      tariffCodeOf(service.rate) !== undefined,
  );
  const serves = origin.serves?.map(compilePlace);
  const served = countryCodes.flatMap((country): [string, Served][] => {
    const whole = !serves || serves.some((place) => isIn(place, { country, postcode: "" }));
    const some = whole || serves.some((place) => place.country === country);
    const covered = services.map((service) => map.service(service.code, { country }));
    const all = covered.some((one) => one.state === "served" && one.otherwise === 0);
    const parts = covered.some((one) => one.state === "served" || one.otherwise > 0);
    return some && parts ? [[country, whole && all ? "all" : "parts"]] : [];
  });
  const reach = served.length > 60 ? [] : served.flatMap(([country]) => countryPosition(country) ?? []);
  return { served, reach, stock };
}

export function loadAliases() {
  return load(({ db }) => listAliases(db));
}
