import "server-only";
import { localDate } from "@/core/calendar/local-date";
import { countriesOf } from "@/core/checks/zone-findings";
import { CoverageMap, type BoardPlace, type Coverage } from "@/core/coverage/coverage";
import type { CompiledSetup } from "@/core/quote/compiled-setup";
import type { Setup } from "@/core/setup/setup";
import { countryCodes } from "@/core/zones/countries";
import { load } from "@/server/load";
import { shownSetup } from "@/server/shown-setup";

export interface BoardColumn {
  readonly code: string;
  readonly name: string;
  readonly active: boolean;
}

/** Services or offers against places, each with whether goods get there by it today. */
export interface Board {
  readonly by: "service" | "offer";
  readonly places: readonly BoardPlace[];
  readonly columns: readonly BoardColumn[];
  /** By place, then by column. */
  readonly cells: readonly (readonly Coverage[])[];
  /** The zones of all charts, by code. */
  readonly zones: readonly string[];
}

/** The board; with `all` every country there is, else those the setup names. */
export function loadBoard(by: Board["by"], all: boolean): Promise<Board | undefined> {
  return load(async ({ db, now }) => {
    const current = await shownSetup(db);
    if (!current?.compiled.ok) return undefined;
    return boardOf(current.setup, current.compiled.value, { by, all, now });
  });
}

function boardOf(
  setup: Setup,
  compiled: CompiledSetup,
  { by, all, now }: { readonly by: Board["by"]; readonly all: boolean; readonly now: Date },
): Board {
  const map = new CoverageMap(compiled, localDate(now.toISOString(), setup.business.timeZone));
  const countries = all ? [...countryCodes].sort() : countriesOf(setup);
  const parts = subdivisionsOf(setup);
  const places = countries.flatMap((country): BoardPlace[] => [
    { country },
    ...parts
      .filter((part) => part.startsWith(`${country}-`))
      .map((subdivision) => ({ country, subdivision })),
  ]);
  const offers = new Map([...compiled.offers.values()].flat().map((offer) => [offer.offer.code, offer]));
  const columns = (by === "service" ? setup.services : setup.offers).map(({ code, name, active }) => ({
    code,
    name,
    active,
  }));
  const cells = places.map((place) =>
    columns.map(({ code }): Coverage => {
      if (by === "service") return map.service(code, place);
      const offer = offers.get(code);
      return offer ? map.offer(offer, place) : { state: "notInChart", otherwise: 0 };
    }),
  );
  const zones = [...new Set(setup.zoneCharts.flatMap((chart) => chart.zones.map((zone) => zone.code)))];
  return { by, places, columns, cells, zones };
}

/** The subdivisions that charts and offers name. */
function subdivisionsOf(setup: {
  readonly zoneCharts: readonly { readonly entries: readonly BoardPlace[] }[];
  readonly offers: readonly {
    readonly destinations?: { readonly only?: readonly BoardPlace[]; readonly not?: readonly BoardPlace[] };
  }[];
}): string[] {
  const named = new Set<string>();
  const see = (list: readonly BoardPlace[] = []) => {
    for (const { subdivision } of list) if (subdivision !== undefined) named.add(subdivision);
  };
  for (const chart of setup.zoneCharts) see(chart.entries);
  for (const { destinations } of setup.offers) {
    see(destinations?.only);
    see(destinations?.not);
  }
  return [...named].sort();
}
