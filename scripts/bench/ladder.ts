import { Engine } from "json-rules-engine";
import { Decimal } from "@/core/money/decimal";
import { compileLadder, ladderCharge } from "@/core/plans/ladder";
import type { Part } from "@/core/plans/part";
import type { SellContext } from "@/core/plans/sell-context";
import type { Condition } from "@/core/setup/condition";
import type { Plan } from "@/core/setup/plan";
import { speedOf, speedOfAsync, table } from "./timing";

const RULES = 12;
const countries = ["EE", "LV", "LT", "FI", "SE", "PL"];

/** Twelve rules, first match, each on weight, pieces and country. */
const rules = Array.from({ length: RULES }, (_, i) => ({
  country: countries[i % countries.length] ?? "EE",
  kilograms: 3 + i * 2,
  pieces: 1 + (i % 4),
  charge: 5 + i,
}));

const ladder: Extract<Plan, { kind: "ladder" }> = {
  kind: "ladder",
  match: "first",
  rules: rules.map(({ country, kilograms, pieces, charge }) => ({
    when: [
      { measure: "actualWeight", unit: "kg", op: "<=", value: String(kilograms) },
      { measure: "quantity", op: ">=", value: String(pieces) },
      { country: [country] },
    ] satisfies Condition[],
    then: { terms: [{ constant: String(charge) }] },
  })),
  otherwise: { terms: [{ constant: "99" }] },
};

const orders = Array.from({ length: 499 }, (_, i) => ({
  country: countries[(i * 5) % countries.length] ?? "EE",
  kilograms: ((i * 37) % 300) / 10,
  pieces: 1 + (i % 6),
}));

/** The same ladder in the core and in a general-purpose rules engine; both must agree. */
export async function benchLadder(): Promise<string> {
  const compiled = compileLadder(ladder, new Map(), "plan");
  const context: SellContext = {
    exchange: { find: () => undefined } as never,
    homeCurrency: "EUR",
    businessCurrency: "EUR",
    ofBusiness: undefined,
    tariffs: new Map(),
  };
  const one = { from: "EUR", to: "EUR", numerator: Decimal.one, denominator: Decimal.one, via: [] };
  const parts = orders.map(
    ({ country, kilograms, pieces }) =>
      ({
        shipments: [],
        facts: {
          origins: [],
          shipments: 1,
          chargeableWeight: undefined,
          cost: Decimal.zero,
          measures: { actualWeight: Decimal.of(String(kilograms)), quantity: Decimal.whole(pieces) },
          journey: { place: { country, postcode: "" }, currency: "EUR", fromHome: one },
        },
      }) as unknown as Part,
  );
  const ours = (i: number) => {
    const part = parts[i % parts.length];
    const charge = part && ladderCharge(compiled, part, context);
    return charge?.ok ? Number(charge.value.amount.toString()) : undefined;
  };
  const engine = ruleEngine();
  const theirs = async (i: number) => {
    const { events } = await engine.run(orders[i % orders.length]);
    const found = events.map(({ params }) => params as { rule: number; charge: number });
    return found.sort((a, b) => a.rule - b.rule)[0]?.charge ?? 99;
  };
  for (let i = 0; i < orders.length; i++)
    if (ours(i) !== (await theirs(i))) throw new Error(`the ladder and the engine differ for order ${i}`);
  const [core, general] = [speedOf(ours), await speedOfAsync(theirs)];
  return table(
    [`a ladder of ${RULES} rules, first match`, "a second", "µs"],
    [
      ["the core's ladder", core.perSecond, core.microseconds.toFixed(2)],
      ["json-rules-engine 7.3", general.perSecond, general.microseconds.toFixed(0)],
    ],
  );
}

function ruleEngine(): Engine {
  const engine = new Engine();
  rules.forEach(({ country, kilograms, pieces, charge }, rule) =>
    engine.addRule({
      priority: RULES - rule,
      conditions: {
        all: [
          { fact: "kilograms", operator: "lessThanInclusive", value: kilograms },
          { fact: "pieces", operator: "greaterThanInclusive", value: pieces },
          { fact: "country", operator: "in", value: [country] },
        ],
      },
      event: { type: "charge", params: { rule, charge } },
      // the first match is enough
      onSuccess: () => {
        engine.stop();
      },
    }),
  );
  return engine;
}
