import { placesFor, places } from "./places";

describe("places of the palette", () => {
  it("are all there before anything is typed, each address once", () => {
    expect(placesFor(" ")).toHaveLength(places.length);
    expect(new Set(places.map(({ href }) => href)).size).toBe(places.length);
  });

  it("are found by every word, also by what else they are called", () => {
    expect(placesFor("rates imp").map(({ name }) => name)).toEqual(["Import rates"]);
    expect(placesFor("invoices").map(({ name }) => name)).toEqual(["Bills"]);
    expect(placesFor("no such page")).toEqual([]);
  });
});
