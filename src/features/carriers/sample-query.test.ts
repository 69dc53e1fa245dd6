import { placesText, readPlaces, readWeights } from "./sample-query";

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
