import { readBreakValue, SEVERAL, type Dimension } from "@/core/recovery/shipment-result";
import type { Setup } from "@/core/setup/setup";
import { countryName } from "./country-name";
import { noValue, shortBreak } from "./recovery-words";

type Named = Pick<
  Setup,
  "carriers" | "services" | "zoneCharts" | "channels" | "offers" | "origins" | "goodsClasses"
>;

/** What values of dimensions are called: by the setup where it has them, else by their codes. */
export function valueWords(setup: Named): (dimension: Dimension, value: string) => string {
  const names = (list: readonly { readonly code: string; readonly name: string }[]) =>
    new Map(list.map(({ code, name }) => [code, name]));
  const known: Partial<Record<Dimension, ReadonlyMap<string, string>>> = {
    carrier: names(setup.carriers),
    service: names(setup.services),
    channel: names(setup.channels),
    offer: new Map(setup.offers.map(({ code, name }) => [code, name])),
    origin: names(setup.origins),
    goodsClass: names(setup.goodsClasses),
    zone: new Map(
      setup.zoneCharts.flatMap((chart) =>
        chart.zones.map(({ code, name }) => [`${chart.code}/${code}`, `${name} (${chart.name})`] as const),
      ),
    ),
  };
  return (dimension, value) => {
    if (value === "") return noValue[dimension];
    if (value === SEVERAL) return "several";
    if (dimension === "country") return countryName(value);
    const range = dimension === "break" ? readBreakValue(value) : undefined;
    return range ? shortBreak(range) : (known[dimension]?.get(value) ?? value);
  };
}

/** Values in the order they are read in: breaks by weight, all else by name. */
export function inReadingOrder(
  dimension: Dimension,
  values: readonly string[],
  words: (value: string) => string,
): string[] {
  const edge = (value: string) => {
    const range = readBreakValue(value);
    return range ? Number(range.upper ?? Number.POSITIVE_INFINITY) : Number.POSITIVE_INFINITY;
  };
  return [...values].sort(
    (a, b) =>
      (dimension === "break" ? compared(edge(a), edge(b)) : 0) ||
      words(a).localeCompare(words(b), "en") ||
      (a < b ? -1 : a > b ? 1 : 0),
  );
}

function compared(one: number, other: number): number {
  return one === other ? 0 : one < other ? -1 : 1;
}
