import type { Place } from "./received";

/** How far a stand-in thinks a country is: its own zones, 1 to 4. */
const zones: Readonly<Record<string, number>> = {
  EE: 1,
  LV: 1,
  LT: 1,
  FI: 1,
  SE: 1,
  PL: 2,
  DK: 2,
  NO: 2,
  AX: 2,
  DE: 3,
  NL: 3,
  BE: 3,
  FR: 3,
  AT: 3,
  CZ: 3,
};

export function zoneOf(country: string): number {
  return zones[country] ?? 4;
}

const remote: Readonly<Record<string, RegExp>> = {
  AX: /^/,
  DK: /^37/,
  EE: /^9[2-4]/,
  FI: /^(22|9[7-9])/,
  NO: /^9/,
  SE: /^(62|9[3-8])/,
};

/** Whether it is an island or the far north, where a stand-in takes more. */
export function isRemote({ country, postcode = "" }: Place): boolean {
  return remote[country]?.test(postcode.replace(/\D/g, "")) === true;
}

/** A day so many days after another, `YYYY-MM-DD`. */
export function dayAfter(day: string, days: number): string {
  return new Date(Date.parse(`${day}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
}
