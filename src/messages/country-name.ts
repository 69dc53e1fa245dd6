const names = new Intl.DisplayNames("en", { type: "region", fallback: "code" });

/** A country's name in English by its two letters; the letters again where it has none. */
export function countryName(code: string): string {
  return /^[A-Z]{2}$/.test(code) ? (names.of(code) ?? code) : code;
}
