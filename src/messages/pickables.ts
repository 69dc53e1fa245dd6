import { currencyCodes } from "@/core/money/currency";
import { countryCodes } from "@/core/zones/countries";
import { countryAliases, countryName } from "./country-name";

/** Something to choose from a list of the world's: see `ui/fields/pick-one`. */
interface Named {
  readonly code: string;
  readonly name: string;
  readonly aliases?: readonly string[];
}

const byName = (a: Named, b: Named) => a.name.localeCompare(b.name, "en") || (a.code < b.code ? -1 : 1);

/** Every country, by its English name. */
export const countries: readonly Named[] = countryCodes
  .map((code) => ({ code, name: countryName(code), aliases: countryAliases[code] ?? [] }))
  .sort(byName);

const currencyNames = new Intl.DisplayNames("en", { type: "currency", fallback: "code" });

/** Every currency, by its English name. */
export const currencies: readonly Named[] = currencyCodes
  .map((code) => ({ code, name: currencyNames.of(code) ?? code }))
  .sort(byName);

/** Every time zone this machine knows, and UTC. */
export const timeZones: readonly Named[] = ["UTC", ...Intl.supportedValuesOf("timeZone")].map((code) => ({
  code,
  name: code,
  aliases: code.includes("/") ? [code.slice(code.lastIndexOf("/") + 1).replaceAll("_", " ")] : [],
}));
