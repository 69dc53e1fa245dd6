import type { ZoneChart, ZoneEntry } from "../setup/zone-chart";
import { normalisePostcode, readPattern, rangeWidth } from "./postcode";
import { holds, ZoneIndex, type Place } from "./zone-index";

/** The entry that decides by the plain rule: of those that hold the place the most specific, compared pair by pair. */
function byRule(entries: readonly ZoneEntry[], place: Place): number | undefined {
  const rank = (entry: ZoneEntry): readonly number[] => {
    const pattern = entry.postcode === undefined ? undefined : readPattern(entry.postcode);
    const named = entry.subdivision === undefined ? 1 : 0;
    if (entry.country === "*") return [5, 0, named];
    if (!pattern) return [named === 0 ? 3 : 4, 0, named];
    if ("problem" in pattern) return [9, 0, named];
    if (pattern.kind === "exact") return [0, 0, named];
    if (pattern.kind === "prefix") return [1, -pattern.text.length, named];
    return [2, rangeWidth(pattern), named];
  };
  const found = entries
    .map((entry, at) => ({ at, entry, rank: rank(entry) }))
    .filter(({ entry }) => holds(entry, place))
    .sort((a, b) => {
      for (const [i, one] of a.rank.entries()) if (one !== b.rank[i]) return one - (b.rank[i] ?? 0);
      return a.at - b.at;
    });
  return found[0]?.at;
}

/** Ranges that overlap in every way: nested, sharing an end, equal, touching, side by side; some in a subdivision alone. */
const overlapping: ZoneEntry[] = [
  { zone: "A", country: "SE", postcode: "10..90" },
  { zone: "B", country: "SE", postcode: "20..30" },
  { zone: "C", country: "SE", postcode: "20..30", subdivision: "SE-I" },
  { zone: "D", country: "SE", postcode: "25..45" },
  { zone: "E", country: "SE", postcode: "30..40", subdivision: "SE-AB" },
  { zone: "F", country: "SE", postcode: "31..40" },
  { zone: "G", country: "SE", postcode: "40..40" },
  { zone: "H", country: "SE", postcode: "90..99" },
  { zone: "I", country: "SE", postcode: "20..30" },
  { zone: null, country: "SE", postcode: "55..60", subdivision: "SE-I" },
  { zone: "J", country: "SE", postcode: "57" },
  { zone: "K", country: "SE", postcode: "58", subdivision: "SE-I" },
  { zone: "L", country: "SE", postcode: "5*" },
  { zone: "M", country: "SE", postcode: "6*", subdivision: "SE-AB" },
  { zone: "N", country: "SE", postcode: "200..299" },
  { zone: "O", country: "SE", subdivision: "SE-I" },
  { zone: "P", country: "SE" },
  { zone: "Q", country: "SE" },
  { zone: "R", country: "*" },
  { zone: "S", country: "GB", postcode: "AB1..AB9" },
  { zone: "T", country: "GB", postcode: "AB5..AB56" },
  { zone: "U", country: "GB", postcode: "AB*" },
].filter(({ postcode }) => postcode !== "AB5..AB56");

const chart = (entries: readonly ZoneEntry[]): ZoneChart => ({
  code: "C",
  name: "Chart",
  zones: [...new Set(entries.flatMap(({ zone }) => zone ?? []))].map((code) => ({ code, name: code })),
  entries: [...entries],
});

const numbers = Array.from({ length: 100 }, (_, i) => String(i).padStart(2, "0"));
const longer = ["199", "200", "250", "299", "300", "2000", "2", ""];
const subdivisions = [undefined, "SE-I", "SE-AB", "SE-X"];

function places(): Place[] {
  const sweden = [...numbers, ...longer].flatMap((postcode) =>
    subdivisions.map((subdivision) => ({
      country: "SE",
      postcode,
      ...(subdivision === undefined ? {} : { subdivision }),
    })),
  );
  const britain = ["AB1", "AB9", "AB10", "AB5", "AC1", "AB51AA", "AB101AA", "B11AA", ""].map((postcode) => ({
    country: "GB",
    postcode: normalisePostcode(postcode),
  }));
  return [...sweden, ...britain, { country: "NO", postcode: "0150" }];
}

/** The entries turned round and rotated: which of equal ones is the earlier depends on it, nothing else does. */
const arrangements = [
  overlapping,
  [...overlapping].reverse(),
  [...overlapping.slice(7), ...overlapping.slice(0, 7)],
  [...overlapping.slice(13), ...overlapping.slice(0, 13)],
];

test.each(arrangements.map((entries, i) => [i, entries] as const))(
  "arranged %i: the index finds what the plain rule finds, at every postcode of every subdivision",
  (_, entries) => {
    const index = new ZoneIndex(chart(entries));
    for (const place of places())
      expect([place, index.find(place)?.entry]).toEqual([place, byRule(entries, place)]);
  },
);

test.each(arrangements.map((entries, i) => [i, entries] as const))(
  "arranged %i: all that hold a place are told, each once, the one that decides first",
  (_, entries) => {
    const index = new ZoneIndex(chart(entries));
    for (const place of places()) {
      const all = index.all(place).map(({ entry }) => entry);
      expect(all[0]).toBe(index.find(place)?.entry);
      const holding = entries.flatMap((entry, at) => (holds(entry, place) ? [at] : []));
      expect([...all].sort((a, b) => a - b)).toEqual(holding);
      // what is left when the one that decides is taken away is decided by the next
      const [first, second] = all;
      const without = entries.map((entry, at) => (at === first ? { ...entry, country: "ZZ" } : entry));
      if (second !== undefined) expect([place, second]).toEqual([place, byRule(without, place)]);
    }
  },
);

test("a chart without ranges, one whose ranges are of several shapes, and one that can't be read", () => {
  const entries: ZoneEntry[] = [
    { zone: "A", country: "SE", postcode: "nonsense!" },
    { zone: "B", country: "SE", postcode: "100..199" },
    { zone: "C", country: "SE", postcode: "10..19" },
    { zone: "D", country: "SE", postcode: "1*" },
  ];
  for (const part of [entries, entries.slice(0, 1), entries.slice(3), entries.slice(1, 3)]) {
    const index = new ZoneIndex(chart(part));
    for (const postcode of ["1", "10", "15", "100", "150", "199", "1999", "2", ""]) {
      const place = { country: "SE", postcode };
      expect([place, index.find(place)?.entry]).toEqual([place, byRule(part, place)]);
      expect(index.all(place).map(({ entry }) => entry)).toHaveLength(
        part.filter((entry) => holds(entry, place)).length,
      );
    }
  }
});
