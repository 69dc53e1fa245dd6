import { normalisePostcode } from "../zones/postcode";

/**
 * What postcodes of a country look like, spaces and hyphens left out: 9 a digit, A a letter, ? a letter or a digit; several
 * where there are several. Countries that are not here have none, or shapes nobody could check. Source: the postal
 * addressing systems the Universal Postal Union publishes by country.
 */
const shapes: Readonly<Record<string, string>> = {
  AD: "AA999",
  AL: "9999",
  AT: "9999",
  AU: "9999",
  AX: "22999",
  BA: "99999",
  BE: "9999",
  BG: "9999",
  BR: "99999999",
  BY: "999999",
  CA: "A9A9A9",
  CH: "9999",
  CY: "9999",
  CZ: "99999",
  DE: "99999",
  DK: "9999",
  EE: "99999",
  ES: "99999",
  FI: "99999",
  FO: "999",
  FR: "99999",
  GB: "A99AA A999AA AA99AA AA999AA A9A9AA AA9A9AA",
  GI: "AA9999AA AA999AA",
  GL: "9999",
  GR: "99999",
  HR: "99999",
  HU: "9999",
  IE: "A9????? A99????",
  IL: "9999999",
  IN: "999999",
  IS: "999",
  IT: "99999",
  JP: "9999999",
  KR: "99999",
  LI: "9999",
  LT: "99999 LT99999",
  LU: "9999 L9999",
  LV: "9999 LV9999",
  MC: "98999",
  MD: "9999 MD9999",
  ME: "99999",
  MK: "9999",
  MT: "AAA9999 AAA99",
  MX: "99999",
  NL: "9999AA",
  NO: "9999",
  NZ: "9999",
  PL: "99999",
  PT: "9999999 9999",
  RO: "999999",
  RS: "99999",
  SE: "99999",
  SI: "9999",
  SJ: "9999",
  SK: "99999",
  SM: "4789?",
  TR: "99999",
  UA: "99999",
  US: "99999 999999999",
  VA: "00120",
  XK: "99999",
};

const signs: Readonly<Record<string, string>> = { "9": "\\d", A: "[A-Z]", "?": "[A-Z0-9]" };
const compiled = new Map<string, RegExp>();

/** Whether a postcode can be one of its country; `undefined` where nobody knows what they look like there. */
export function isPostcodeOf(country: string, postcode: string): boolean | undefined {
  const list = shapes[country];
  if (list === undefined) return undefined;
  let pattern = compiled.get(country);
  if (!pattern) {
    const one = (shape: string) => [...shape].map((sign) => signs[sign] ?? sign).join("");
    pattern = new RegExp(`^(${list.split(" ").map(one).join("|")})$`);
    compiled.set(country, pattern);
  }
  return pattern.test(normalisePostcode(postcode));
}

/** A postcode of the country, as an example for whoever types one. */
export function postcodeExample(country: string): string | undefined {
  const [first] = shapes[country]?.split(" ") ?? [];
  return first?.replace(/9/g, "1").replace(/\?/g, "X");
}
