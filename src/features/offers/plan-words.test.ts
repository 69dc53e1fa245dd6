import { outcomeWords, termsWords } from "@/messages/plan-words";
import { runningFigures } from "./running-figures";
import { partWords } from "./strip-words";
import { whereWords } from "./where-words";

test("terms and outcomes are said as they are added up", () => {
  expect(
    termsWords(
      [
        { constant: "4" },
        { measure: "actualWeight", unit: "kg", amount: "0.38" },
        { percent: "2", of: "goodsValue" },
      ],
      "EUR",
    ),
  ).toBe("4 EUR + 0.38 EUR per kg of actual weight + 2 % of the goods without tax");
  expect(outcomeWords({ withhold: "Ask us." }, "EUR")).toBe("withheld: “Ask us.”");
  expect(outcomeWords({ costPlus: true }, "EUR")).toBe("what it costs us");
});

test.each([
  [
    { low: "0", lowIn: true, high: "5", highIn: true, rules: [2], isSure: true, isTaken: true },
    "up to and including 5 kg: rule 3",
  ],
  [
    { low: "5", lowIn: false, high: "20", highIn: false, rules: [0, 3], isSure: false, isTaken: false },
    "over 5 kg and under 20 kg: rule 1 or rule 4, by what else they ask, or no offer",
  ],
  [
    { low: "20", lowIn: true, highIn: false, rules: [], isSure: true, isTaken: false },
    "from 20 kg: nothing, no offer",
  ],
  [
    { low: "5", lowIn: true, high: "5", highIn: true, rules: [], isSure: true, isTaken: true },
    "exactly 5 kg: what is otherwise",
  ],
])("a stretch of the strip says its sides: %j", (part, words) => expect(partWords(part, "kg")).toBe(words));

test("where and for whom in one sentence", () => {
  const offer = {
    code: "x",
    name: "X",
    channels: ["web"],
    services: [],
    pick: "cheapest" as const,
    acrossOrigins: "any" as const,
    plan: { kind: "costPlus" as const },
    chargeType: "freight",
    active: true,
  };
  const channels = [{ code: "web", name: "Web shop", currency: "EUR", pricesIncludeTax: true, active: true }];
  expect(whereWords(offer, channels, [])).toBe("In Web shop; to everywhere; PO boxes too; every customer");
  expect(
    whereWords(
      {
        ...offer,
        channels: [],
        destinations: {
          only: [{ country: "EE" }, { country: "SE", postcode: "62*" }],
          not: [{ country: "NO" }],
        },
        poBox: false,
        refusesGoodsClasses: ["live"],
        customerGroups: ["dealer"],
      },
      channels,
      [{ value: "live", name: "Live bees" }],
    ),
  ).toBe("In no channel; to Estonia and SE 62* but not to Norway; no PO boxes; no Live bees; for dealer");
});

test("the running figure is each step's own", () => {
  const money = { amount: "1", currency: "EUR" };
  const at = { station: "charge" as const };
  expect(
    runningFigures(
      [
        {
          code: "plan-flat",
          station: "plan",
          inputs: { amount: money, per: "order", count: "1" },
          result: "6.00",
        },
        { ...at, code: "margin-added", inputs: { percent: "10", before: money }, result: "6.60" },
        {
          ...at,
          code: "addition-added",
          inputs: { name: "Handling", amount: { fixed: "1" }, currency: "EUR", added: money },
          result: "7.60",
          source: "offers/home/adjust/additions/1",
        },
      ],
      "home",
    ),
  ).toEqual({ plan: "6.00", margin: "6.60", additions: [undefined, "7.60"] });
});
