import { cubeOf, placesText, readDensity, readPlaces, readWeights, USUAL_DENSITY } from "./sample-query";

test.each([
  ["1; 5; 20", ["1", "5", "20"]],
  ["1,5 20", ["1.5", "20"]],
  ["1, 5, x, -3", ["1", "5"]],
  ["", []],
])("weights typed as %j", (text, values) =>
  expect(readWeights(text, "kg")).toEqual(values.map((value) => ({ value, unit: "kg" }))),
);

test("places come back as they were typed; patterns are no place to send to", () => {
  expect(placesText(readPlaces("ee, SE 621 45, SE 62*, Sweden"))).toBe("EE, SE 62145");
});

test("a sample's cube has its weight at the density", () => {
  expect(cubeOf({ value: "8", unit: "kg" }, 1000)).toEqual({
    length: "200",
    width: "200",
    height: "200",
    unit: "mm",
  });
  expect(cubeOf({ value: "1", unit: "kg" }, 200).length).toBe("171");
  expect([readDensity("250,5"), readDensity("0"), readDensity("heavy"), readDensity(undefined)]).toEqual([
    250.5,
    USUAL_DENSITY,
    USUAL_DENSITY,
    USUAL_DENSITY,
  ]);
});
