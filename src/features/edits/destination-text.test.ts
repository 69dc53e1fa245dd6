import { destinationText, readDestinations } from "./destination-text";

test("places are read as they are written", () => {
  const text = "EE 92*, AX, SE-I, SE 621 45, NO 9170..9179";
  const places = readDestinations(text);
  expect(places).toEqual([
    { country: "EE", postcode: "92*" },
    { country: "AX" },
    { country: "SE", subdivision: "SE-I" },
    { country: "SE", postcode: "62145" },
    { country: "NO", postcode: "9170..9179" },
  ]);
  expect(readDestinations(places.map(destinationText).join(", "))).toEqual(places);
  expect(readDestinations("  ")).toEqual([]);
});
