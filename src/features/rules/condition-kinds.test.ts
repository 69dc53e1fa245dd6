import { condition } from "@/core/setup/condition";
import {
  beginCondition,
  conditionKinds,
  kindOf,
  rebound,
  unwrapped,
  withMeasure,
  wrapped,
  type ConditionKind,
  type RuleChoices,
} from "./condition-kinds";

const choices: RuleChoices = {
  country: "EE",
  origins: [{ value: "TRT", name: "Tartu" }],
  channels: [{ value: "web", name: "Web" }],
  goodsClasses: [{ value: "bulky", name: "Bulky" }],
  charts: [{ code: "PNP", name: "Pinepost", zones: [{ value: "1", name: "Home" }] }],
};
const nothing = { country: "EE", origins: [], channels: [], goodsClasses: [], charts: [] };

test.each(Object.keys(conditionKinds) as ConditionKind[])(
  "a new condition about %s is one the format takes",
  (kind) => {
    const begun = beginCondition(kind, choices)!;
    expect(condition.safeParse(begun).success).toBe(true);
    expect(kindOf(begun)).toBe(kind);
    const none = beginCondition(kind, nothing);
    expect(none === undefined).toBe(["zone", "goodsClass", "channel", "origin"].includes(kind));
  },
);

test("a unit goes along where it fits the measure, else the measure's own stands in", () => {
  expect(withMeasure({ op: ">", value: "5" }, "volume", "l")).toEqual({
    measure: "volume",
    unit: "l",
    op: ">",
    value: "5",
  });
  expect(withMeasure({ op: ">", value: "5" }, "longestSide", "kg")).toMatchObject({ unit: "cm" });
  expect(withMeasure({ op: ">", value: "5" }, "goodsValue", "kg")).toEqual({
    measure: "goodsValue",
    op: ">",
    value: "5",
  });
});

test("another bound keeps the figures that were typed", () => {
  const over = { measure: "actualWeight", unit: "kg", op: ">", value: "5" } as const;
  const between = rebound(over, "(]");
  expect(between).toEqual({ measure: "actualWeight", unit: "kg", between: ["5", "6"], ends: "(]" });
  expect(rebound(between as never, "<=")).toEqual({ ...over, op: "<=" });
});

test("two nots are none", () => {
  const plain = { poBox: true };
  expect(unwrapped({ not: { not: plain } })).toEqual({ plain, negated: false });
  expect(wrapped(plain, unwrapped({ not: plain }).negated)).toEqual({ not: plain });
});
