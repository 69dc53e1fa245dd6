import fc from "fast-check";
import type { ZoneEntry } from "../setup/zone-chart";
import { district, inPattern, normalisePostcode, rangeWidth, readPattern } from "./postcode";
import { holds, ZoneIndex } from "./zone-index";
import { runs } from "../../../tests/support/runs";

const chart = (entries: ZoneEntry[]) => ({ code: "C", name: "C", zones: [], entries });
const find = (entries: ZoneEntry[], country: string, postcode: string, subdivision?: string) =>
  new ZoneIndex(chart(entries)).find({
    country,
    postcode: normalisePostcode(postcode),
    ...(subdivision === undefined ? {} : { subdivision }),
  })?.zone;

const within = (pattern: string, postcode: string, country = "GB") => {
  const read = readPattern(pattern);
  return "problem" in read ? read.problem : inPattern(read, normalisePostcode(postcode), country);
};

test.each([
  ["62..64", "63120", true],
  ["62..64", "65000", false],
  ["62..64", "6", false],
  ["9170..9179", "9170", true],
  ["9170..9179", "9179", true],
  ["9170..9179", "9180", false],
  ["AB10..AB39", "AB12 4XY", true],
  ["AB10..AB39", "AB124XY", true],
  ["AB10..AB39", "AB1 2XY", false],
  ["AB1..AB9", "AB12 4XY", false],
  ["AB10..AB39", "AC12 4XY", false],
  ["62*", "621 45", true],
  ["21145", "211-45", true],
])("%s and %s: %s", (pattern, postcode, result) => {
  expect(within(pattern, postcode)).toBe(result);
});

test.each([
  ["", "empty"],
  ["*", "empty"],
  ["62..644", "ends-differ"],
  ["AB1..AC2", "ends-differ"],
  ["64..62", "ends-reversed"],
  ["6*2", "not-a-pattern"],
  ["1..2..3", "not-a-pattern"],
])("%j is refused: %s", (pattern, problem) => {
  expect(readPattern(pattern)).toEqual({ problem });
});

test("the inward part is cut off only where the country writes one", () => {
  expect(district("AB124XY", "GB")).toEqual({ letters: "AB", number: 12 });
  expect(district("LV4101", "LV")).toEqual({ letters: "LV", number: 4101 });
  expect(district("12345", "GB")).toBeUndefined();
});

test("specificity: exact, longer prefix, narrower range, subdivision, country, any", () => {
  const all: ZoneEntry[] = [
    { zone: "any", country: "*" },
    { zone: "country", country: "SE" },
    { zone: "subdivision", country: "SE", subdivision: "SE-I" },
    { zone: "wide", country: "SE", postcode: "60000..69999" },
    { zone: "narrow", country: "SE", postcode: "620..629" },
    { zone: "short", country: "SE", postcode: "62*" },
    { zone: "long", country: "SE", postcode: "621*" },
    { zone: "exact", country: "SE", postcode: "62145" },
  ];
  const order = ["exact", "long", "short", "narrow", "wide", "subdivision", "country", "any"];
  for (let i = 0; i < order.length; i++) {
    const left = all.filter((entry) => order.indexOf(entry.zone!) >= i);
    expect(find(left, "SE", "621 45", "SE-I")).toBe(order[i]);
    expect(find([...left].reverse(), "SE", "621 45", "SE-I")).toBe(order[i]);
  }
});

test("among equals the one that names the subdivision, then the earlier", () => {
  const twins: ZoneEntry[] = [
    { zone: "1", country: "SE", postcode: "62*" },
    { zone: "2", country: "SE", postcode: "62*" },
    { zone: "3", country: "SE", postcode: "62*", subdivision: "SE-I" },
  ];
  expect(find(twins, "SE", "62145")).toBe("1");
  expect(find(twins, "SE", "62145", "SE-I")).toBe("3");
});

test("not served wins like any other zone", () => {
  const entries: ZoneEntry[] = [
    { zone: "1", country: "NO" },
    { zone: null, country: "NO", postcode: "9170..9179" },
  ];
  expect(find(entries, "NO", "9171")).toBeNull();
  expect(find(entries, "NO", "9168")).toBe("1");
  expect(find(entries, "FI", "00100")).toBeUndefined();
});

const digits = (n: number) => fc.stringMatching(new RegExp(`^[0-9]{${n}}$`));
const range = (size: number) =>
  fc.tuple(digits(size), digits(size)).map(([a, b]) => (a < b ? `${a}..${b}` : `${b}..${a}`));
const pattern = fc.oneof(
  digits(5),
  fc
    .integer({ min: 1, max: 4 })
    .chain(digits)
    .map((text) => `${text}*`),
  range(2),
  range(3),
  range(5),
  fc.constantFrom("AB1..AB9", "AB10..AB39", "AB1*"),
);
const entry = fc.record({
  zone: fc.constantFrom("1", "2", "3", null),
  country: fc.constantFrom("SE", "SE", "GB", "*"),
  postcode: fc.option(pattern, { nil: undefined }),
  subdivision: fc.option(fc.constantFrom("SE-I", "SE-AB"), { nil: undefined }),
});
const tidy = ({
  zone,
  country,
  postcode,
  subdivision,
}: {
  zone: string | null;
  country: string;
  postcode: string | undefined;
  subdivision: string | undefined;
}): ZoneEntry => ({
  zone,
  country,
  ...(postcode === undefined || country === "*" ? {} : { postcode }),
  ...(subdivision === undefined || country !== "SE" ? {} : { subdivision }),
});

/** Smaller is more specific, compared place by place. */
function specificity(entry: ZoneEntry): number[] {
  const named = entry.subdivision === undefined ? 1 : 0;
  if (entry.postcode !== undefined) {
    const pattern = readPattern(entry.postcode);
    if (!("problem" in pattern)) {
      if (pattern.kind === "exact") return [0, 0, named];
      if (pattern.kind === "prefix") return [1, -pattern.text.length, named];
      return [2, rangeWidth(pattern), named];
    }
  }
  return entry.country === "*" ? [5, 0, 0] : [3 + named, 0, 0];
}

function compareRank(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < a.length; i++) {
    const difference = (a[i] ?? 0) - (b[i] ?? 0);
    if (difference !== 0) return difference;
  }
  return 0;
}

test("the index finds what a plain search through all entries finds", () => {
  const places = fc.record({
    country: fc.constantFrom("SE", "GB", "FI"),
    postcode: fc.oneof(digits(5), fc.constantFrom("AB124XY", "AB12XY", "")),
    subdivision: fc.option(fc.constantFrom("SE-I"), { nil: undefined }),
  });
  fc.assert(
    fc.property(fc.array(entry, { maxLength: 40 }), places, (raw, { country, postcode, subdivision }) => {
      const entries = raw.map(tidy);
      const place = { country, postcode, ...(subdivision === undefined ? {} : { subdivision }) };
      const index = new ZoneIndex(chart(entries));
      const sorted = index.all(place);
      const plain = entries
        .map((one, i) => ({ one, i, rank: specificity(one) }))
        .filter(({ one }) => holds(one, place))
        .sort((a, b) => compareRank(a.rank, b.rank) || a.i - b.i);
      expect(sorted.map((match) => match.entry)).toEqual(plain.map(({ i }) => i));
      expect(index.find(place)?.entry).toBe(sorted[0]?.entry);
    }),
    { seed: 11, numRuns: runs(200) },
  );
});
