import type { Setup } from "@/core/setup/setup";

/** How broad a made-up setup is: every offer has so many rules and all services behind it. */
export interface Breadth {
  readonly offers: number;
  readonly rules: number;
  readonly services: number;
  readonly origins: number;
}

/** The smallest setup made broad: for measuring, and for what has to stay bounded. */
export function broadSetup(small: Setup, { offers, rules, services, origins }: Breadth): Setup {
  const [origin] = small.origins;
  const [service] = small.services;
  const [offer] = small.offers;
  if (!origin || !service || !offer) throw new Error("the smallest setup has one of each");
  const codes = (letter: string, count: number) => Array.from({ length: count }, (_, i) => `${letter}${i}`);
  return {
    ...small,
    origins: codes("W", origins).map((code, i) => ({ ...origin, code, name: code, rank: i + 1 })),
    services: codes("S", services).map((code) => ({ ...service, code, name: code })),
    offers: codes("o", offers).map((code) => ({
      ...offer,
      code,
      name: code,
      services: codes("S", services),
      plan: {
        kind: "ladder",
        match: "first",
        rules: Array.from({ length: rules }, (_, i) => ({
          when: [
            { measure: "goodsValue", op: ">=", value: String(1_000_000 - i) },
            { country: ["EE", "LV"] },
            { measure: "actualWeight", unit: "kg", op: "<=", value: String(i + 1) },
          ],
          then: { terms: [{ constant: String(i + 1) }] },
        })),
        otherwise: { costPlus: true },
      },
    })),
    sourcing: { ...small.sourcing, fallbackOrigin: "W0" },
  };
}
