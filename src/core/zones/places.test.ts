import { service, quoteWith, type Case } from "../../../tests/support/quote-with";
import { barredPlace } from "./barred-place";
import { compilePlace, isIn, narrowness } from "./compiled-place";
import { district, inPattern, rangeWidth, readPattern } from "./postcode";

const gotland = { country: "SE", subdivision: "SE-I", postcode: "62145" };

test.each([
  [{ country: "*" }, 0],
  [{ country: "SE" }, 1],
  [{ country: "SE", subdivision: "SE-I" }, 2],
  [{ country: "SE", postcode: "62000..62999" }, 3],
  [{ country: "SE", postcode: "62*" }, 4],
  [{ country: "SE", postcode: "621 45" }, 5],
  // a postcode tells more than the subdivision beside it
  [{ country: "SE", subdivision: "SE-I", postcode: "62*" }, 4],
])("%j holds a place of it, and is as narrow as %d", (named, right) => {
  const place = compilePlace(named);
  expect(isIn(place, gotland)).toBe(true);
  expect(narrowness(place)).toBe(right);
});

test.each([
  { country: "FI" },
  { country: "SE", subdivision: "SE-AB" },
  { country: "SE", postcode: "63*" },
  { country: "SE", postcode: "62146" },
  { country: "SE", subdivision: "SE-AB", postcode: "62*" },
  { country: "FI", postcode: "62*" },
])("%j does not hold it", (named) => {
  expect(isIn(compilePlace(named), gotland)).toBe(false);
});

const at = "services/PARCEL";
const where = { country: "SE", postcode: "62145" };

test.each([
  ["nothing named", [], [], undefined],
  ["named among others", ["FI", "SE"], [], undefined],
  ["others named alone", ["FI", "NO"], [], "only"],
  ["barred second", [], ["FI", "SE"], "not/1"],
  ["others barred", [], ["FI"], undefined],
  ["named, and barred all the same", ["SE"], ["SE"], "not/0"],
])("where a service goes: %s", (_, only, not, right) => {
  const compiled = (countries: readonly string[]) => countries.map((country) => compilePlace({ country }));
  const barred = barredPlace({ only: compiled(only), not: compiled(not) }, gotland, at);
  expect(barred).toEqual(
    right && { reason: "destination", inputs: where, source: `${at}/destinations/${right}` },
  );
});

test.each([
  ["AB124XY", "GB", 12],
  // five characters are enough for a district of one digit and the inward part
  ["B14AA", "GB", 1],
  // shorter, or without an inward part, nothing is cut off
  ["B1AA", "GB", 1],
  ["AB12", "GB", 12],
  ["AB1234", "GB", 1234],
  ["LV41AB", "LV", 41],
])("the district of %s in %s is %d", (postcode, country, number) => {
  expect(district(postcode, country)?.number).toBe(number);
});

test("a district begins with its letters", () => {
  expect(district("1AB12", "GB")).toBeUndefined();
  expect(district("AB", "GB")).toBeUndefined();
});

const read = (text: string) => {
  const pattern = readPattern(text);
  if ("problem" in pattern) throw new Error(pattern.problem);
  return pattern;
};

test.each([
  ["10..19", "1a000", false],
  ["10..19", "a1000", false],
  ["10..19", "1", false],
  ["10..19", "19999", true],
  ["AB10..AB10", "AB105XY", true],
  ["100..100", "10000", true],
])("%s and %s: %s, and only digits are compared", (pattern, postcode, right) => {
  expect(inPattern(read(pattern), postcode.toUpperCase(), "GB")).toBe(right);
});

test.each([
  ["62-*", "prefix"],
  ["6-2", "exact"],
])("%s is read without its hyphen", (text, kind) => {
  expect(read(text)).toEqual({ kind, text: "62" });
});

test.each(["6.2*", "*62", "6*2*", "..62", "62..", "A..B"])("%s is no pattern", (text) => {
  expect(readPattern(text)).toEqual({ problem: "not-a-pattern" });
});

test("a range is as wide as its share of the country's postcodes, both ends counted", () => {
  const width = (text: string) => rangeWidth(read(text) as Parameters<typeof rangeWidth>[0]);
  expect(width("62..64")).toBe(0.03);
  expect(width("620..649")).toBe(0.03);
  expect(width("62000..62999")).toBe(0.01);
  expect(width("62145..62145")).toBe(0.00001);
  // of districts the count decides
  expect(width("AB10..AB39")).toBe(30 / 1e6);
});

/** Why the only service has no zone. */
function refusal(of: Case) {
  const { reason, inputs, source } = quoteWith(of).withheld[0]!.because[0]!.rejection;
  return { reason, inputs, source };
}

const charted = (
  change: (chart: { origins?: string[]; entries: { zone: string | null; country: string }[] }) => unknown,
) => service((_, setup) => change(setup.zoneCharts[0]!));

test("a chart for other origins has no zone for goods from here, and names the origin", () => {
  const here = service((own, setup) => {
    setup.origins.push({ ...setup.origins[0]!, code: "OTHER", name: "The other", rank: 2 });
    setup.zoneCharts[0]!.origins = ["OTHER"];
    own.origins = ["SHED"];
  });
  expect(refusal(here)).toEqual({
    reason: "zone-not-found",
    inputs: { chart: "Everywhere", country: "EE", postcode: "", origin: "SHED" },
    source: "zoneCharts/ALL/origins",
  });
});

test("a place that no entry holds, and one that is not served, are told apart, with their source", () => {
  const inputs = { chart: "Everywhere", country: "EE", postcode: "" };
  expect(refusal(charted((chart) => (chart.entries = [{ zone: "1", country: "FI" }])))).toEqual({
    reason: "zone-not-found",
    inputs,
    source: "zoneCharts/ALL/entries",
  });
  expect(refusal(charted((chart) => (chart.entries = [{ zone: null, country: "EE" }])))).toEqual({
    reason: "zone-not-served",
    inputs: { ...inputs, entry: "EE" },
    source: "zoneCharts/ALL/entries/EE",
  });
});

test("the step of a zone says its name, its entry and how many entries it beats", () => {
  const step = quoteWith({}).offers[0]!.working!.find(({ code }) => code === "zone-found");
  expect(step).toMatchObject({
    inputs: { chart: "Everywhere", zone: "1", zoneName: "Estonia", entry: "EE", beats: 1 },
    result: "1",
    source: "zoneCharts/ALL/entries/EE",
  });
});
