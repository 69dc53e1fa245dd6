import { Decimal } from "../money/decimal";
import type { ZoneEntry } from "../setup/zone-chart";
import { given } from "../working/reason";
import { countryCodes } from "../zones/countries";
import { readPattern } from "../zones/postcode";
import type { Place } from "../zones/zone-index";
import type { CompiledBreak, CompiledTariff } from "./compiled-tariff";
import { tariffRate } from "./rate";

/** The value a break is looked at by: its upper edge, half as far again beyond the last one; in base units. */
export function sampleValue(entry: CompiledBreak): Decimal {
  return entry.upper ?? entry.lower?.times(Decimal.of("1.5")) ?? Decimal.one;
}

/** A place in a zone: the first that an entry of the zone names, or leaves over, and that leads there. */
export function sampleOf({ chart }: CompiledTariff, zone: string): Place | undefined {
  const leads = (place: Place) => chart.index.find(place)?.zone === zone;
  for (const entry of chart.chart.entries) {
    if (entry.zone !== zone) continue;
    const places =
      entry.country === "*" ? countryCodes.map((country) => ({ country, postcode: "" })) : [placeOf(entry)];
    const place = places.find(leads);
    if (place) return place;
  }
  return undefined;
}

function placeOf({ country, subdivision, postcode }: ZoneEntry): Place {
  const pattern = postcode === undefined ? undefined : readPattern(postcode);
  const text =
    !pattern || "problem" in pattern
      ? ""
      : pattern.kind === "range"
        ? `${pattern.letters}${String(pattern.low).padStart(pattern.digits, "0")}`
        : pattern.text;
  return { country, postcode: text, ...(subdivision === undefined ? {} : { subdivision }) };
}

/** A tariff's own rate at a place for a value of its measure in base units; bands can't be told and give none. */
export function rateAt(
  tariff: CompiledTariff,
  place: Place,
  value: Decimal,
  date: string,
): Decimal | undefined {
  const rate = tariffRate(tariff, {
    valueOf: () => given(value),
    place,
    origins: [...(tariff.chart.origins ?? [])].slice(0, 1),
    date,
  });
  return rate.ok ? rate.value.amount : undefined;
}
