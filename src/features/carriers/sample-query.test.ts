import { cubeOf, placesText, readDensity, readPlaces, readWeights, USUAL_DENSITY } from "./sample-query";

const kg = (value: string) => ({ value, unit: "kg" });

test.each([
  ["1; 5; 20", [kg("1"), kg("5"), kg("20")], []],
  ["1,5 20", [kg("1.5"), kg("20")], []],
  ["1, 5, x, -3", [kg("1"), kg("5")], ["x", "-3"]],
  // a unit that is typed counts, with a blank before it or without
  ["5 lb; 5lb; 2", [{ value: "5", unit: "lb" }, { value: "5", unit: "lb" }, kg("2")], []],
  ["1 2 3 4 5 6 7 8 9", [1, 2, 3, 4, 5, 6, 7, 8].map((one) => kg(String(one))), ["9"]],
  ["", [], []],
])("weights typed as %j", (text, read, unread) => expect(readWeights(text, "kg")).toEqual({ read, unread }));

test("places come back as they were typed; patterns are no place to send to, and it is told", () => {
  const { read, unread } = readPlaces("ee, SE 621 45, SE 62*, Sweden");
  expect(placesText(read)).toBe("EE, SE 62145");
  expect(unread).toEqual(["SE 62*", "SWEDEN"]);
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
