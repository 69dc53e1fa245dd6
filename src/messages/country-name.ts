import { countryCodes, isCountry } from "@/core/zones/countries";

const names = new Intl.DisplayNames("en", { type: "region", fallback: "code" });

/** A country's name in English by its two letters; the letters again where it has none. */
export function countryName(code: string): string {
  return /^[A-Z]{2}$/.test(code) ? (names.of(code) ?? code) : code;
}

/** What people call countries beside their names. */
export const countryAliases: Readonly<Record<string, readonly string[]>> = {
  AE: ["UAE"],
  BA: ["Bosnia"],
  CD: ["Congo Kinshasa"],
  CH: ["Schweiz", "Suisse"],
  CZ: ["Czech Republic"],
  DE: ["Deutschland"],
  EE: ["Eesti"],
  ES: ["España"],
  FI: ["Suomi"],
  GB: ["UK", "Great Britain", "England", "Scotland", "Wales"],
  GR: ["Hellas"],
  KR: ["Korea"],
  LT: ["Lietuva"],
  LV: ["Latvija"],
  MK: ["Macedonia"],
  NL: ["Holland"],
  NO: ["Norge"],
  PL: ["Polska"],
  RU: ["Russian Federation"],
  SE: ["Sverige"],
  TR: ["Turkey"],
  US: ["USA", "America"],
  VA: ["Vatican"],
};

const byName = new Map(
  countryCodes.flatMap((code) =>
    [countryName(code), ...(countryAliases[code] ?? [])].map((name) => [name.toLowerCase(), code] as const),
  ),
);

/** A country by its two letters, its English name or what people usually call it. */
export function countryOf(text: string): string | undefined {
  const upper = text.trim().toUpperCase();
  const named = byName.get(text.trim().toLowerCase());
  return named ?? (isCountry(upper) ? upper : undefined);
}
