import { countryCodes, isCountry } from "@/core/zones/countries";

const names = new Intl.DisplayNames("en", { type: "region", fallback: "code" });

/** A country's name in English by its two letters; the letters again where it has none. */
export function countryName(code: string): string {
  return /^[A-Z]{2}$/.test(code) ? (names.of(code) ?? code) : code;
}

const byName = new Map(countryCodes.map((code) => [countryName(code).toLowerCase(), code]));

/** A country by its two letters or its English name. */
export function countryOf(text: string): string | undefined {
  const upper = text.trim().toUpperCase();
  return isCountry(upper) ? upper : byName.get(text.trim().toLowerCase());
}
