import { readQuantity, shownQuantity } from "./quantity-text";

test("a quantity is shown in the business's unit and stored as it was set", () => {
  expect(shownQuantity({ value: "31.5", unit: "kg" }, "kg")).toBe("31.5");
  expect(shownQuantity({ value: "10", unit: "kg" }, "lb")).toBe("22.046226");
  expect(shownQuantity({ value: "70", unit: "lb" }, "kg")).toBe("31.751466");
  expect(shownQuantity({ value: "2", unit: "m" }, "cm")).toBe("200");
  expect(shownQuantity(undefined, "kg")).toBe("");
});

test("a typed quantity has the unit shown, or the one that is typed with it", () => {
  expect(readQuantity("31,5", "kg")).toEqual({ value: "31.5", unit: "kg" });
  expect(readQuantity(" 70 lb", "kg")).toEqual({ value: "70", unit: "lb" });
  expect(readQuantity("1200mm", "cm")).toEqual({ value: "1200", unit: "mm" });
  expect(readQuantity("0,5 m³", "l")).toEqual({ value: "0.5", unit: "m3" });
  expect(readQuantity("", "kg")).toBeUndefined();
  // a unit of something else is no unit here: the whole text is refused where it is stored
  expect(readQuantity("12 cm", "kg")).toEqual({ value: "12 cm", unit: "kg" });
});
