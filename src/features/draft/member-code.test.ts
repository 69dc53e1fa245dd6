import { suggestCode } from "./member-code";

test.each([
  ["Pinepost", [], "PINE"],
  ["Own van", [], "OV"],
  ["Cēsis", [], "CESI"],
  ["Pinepost", ["PINE", "PINE2"], "PINE3"],
  ["Stone & Pier Freight Line of the North", [], "SPFLO"],
  ["  ", [], ""],
  ["Ćevap", ["X"], "CEVA"],
])("%s, with %j taken, suggests %s", (name, taken, code) => expect(suggestCode(name, taken)).toBe(code));

test("a prefix comes before it", () => {
  expect(suggestCode("Economy parcel", [], "PINE")).toBe("PINE-EP");
  expect(suggestCode("", [], "PINE")).toBe("");
});
