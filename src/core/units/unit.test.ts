import { Decimal } from "../money/decimal";
import { inCentimetres, inCubicCentimetres, inKilograms, shownIn } from "./unit";

test("units are exact: by the international pound and inch", () => {
  expect(inKilograms({ value: "3", unit: "lb" }).toString()).toBe("1.36077711");
  expect(inKilograms({ value: "16", unit: "oz" }).toString()).toBe("0.45359237");
  expect(inKilograms({ value: "250", unit: "g" }).toString()).toBe("0.25");
  expect(inCentimetres({ value: "10", unit: "in" }).toString()).toBe("25.4");
  expect(inCentimetres({ value: "1.5", unit: "m" }).toString()).toBe("150");
  expect(inCentimetres({ value: "15", unit: "mm" }).toString()).toBe("1.5");
  expect(inCubicCentimetres({ value: "1", unit: "ft3" }).toString()).toBe("28316.846592");
  expect(inCubicCentimetres({ value: "2", unit: "in3" }).toString()).toBe("32.774128");
  expect(inCubicCentimetres({ value: "0.5", unit: "m3" }).toString()).toBe("500000");
  expect(inCubicCentimetres({ value: "2", unit: "l" }).toString()).toBe("2000");
});

test("figures for people have six digits, the last rounded half away from zero", () => {
  // a kilogram is 2.20462262… pounds, ten metres are 393.7007874… inches
  expect(shownIn(Decimal.one, "lb")).toEqual({ value: "2.204623", unit: "lb" });
  expect(shownIn(Decimal.of("1000"), "in")).toEqual({ value: "393.700787", unit: "in" });
  expect(shownIn(Decimal.of("0.0000015"), "kg")).toEqual({ value: "0.000002", unit: "kg" });
  expect(shownIn(Decimal.of("-0.0000015"), "kg")).toEqual({ value: "-0.000002", unit: "kg" });
});
