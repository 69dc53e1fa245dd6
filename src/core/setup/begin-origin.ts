import type { Origin } from "./origin";

/** An origin as it begins: a warehouse that works from Monday to Friday and hands over one day after an order. */
export function beginOrigin(
  code: string,
  name: string,
  { country, timeZone, rank }: { readonly country: string; readonly timeZone: string; readonly rank: number },
): Origin {
  return {
    code,
    name,
    kind: "warehouse",
    address: { lines: [], city: "", postcode: "", country },
    timeZone,
    cutOff: "14:00",
    handlingDays: 1,
    workdays: [1, 2, 3, 4, 5],
    rank,
    active: true,
  };
}
