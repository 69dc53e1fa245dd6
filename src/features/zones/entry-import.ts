import type { Change } from "@/core/setup/inverse";
import { zoneEntry, type ZoneChart, type ZoneEntry } from "@/core/setup/zone-chart";
import { parseWith } from "@/core/setup/parse-setup";
import { joinPath } from "@/core/setup/path";
import { normalisePostcode, readPattern } from "@/core/zones/postcode";
import type { Verdict } from "@/features/import";
import { problemSentence } from "@/messages/problem-sentence";
import type { TableField } from "@/tabular/match-columns";

export const entryFields: readonly TableField[] = [
  { key: "zone", name: "zone", aliases: ["zone code", "area"], needed: true },
  { key: "country", name: "country", aliases: ["country code", "land"], needed: true },
  { key: "subdivision", name: "subdivision", aliases: ["region", "state", "iso 3166-2"] },
  { key: "postcode", name: "postcode", aliases: ["zip", "postal code", "zip code", "from", "postcode from"] },
  { key: "to", name: "postcode to", aliases: ["to", "until", "zip to"] },
];

const notServed = new Set(["", "-", "–", "not served", "none", "x"]);

const placeKey = ({ country, subdivision = "", postcode = "" }: ZoneEntry) =>
  `${country}|${subdivision}|${normalisePostcode(postcode)}`;

/** A pattern as files write it, as charts do: "22999-22000" is the range 22000..22999, said so. */
function readPostcode(from: string, to: string): { readonly text: string; readonly note?: string } {
  const joined = to === "" || to === from ? from : `${from}..${to}`;
  const [, low, high] = /^\s*(.+?)\s*(?:\.\.\.?|…|–|\s-\s|(?<=\d)-(?=\d))\s*(.+?)\s*$/.exec(joined) ?? [];
  if (low === undefined || high === undefined) return { text: joined.trim() };
  const text = `${normalisePostcode(low)}..${normalisePostcode(high)}`;
  const pattern = readPattern(text);
  // a hyphen inside a single postcode, as Polish ones have it, is no range
  if ("problem" in pattern && pattern.problem === "ends-differ" && !joined.includes(".."))
    return { text: joined.trim() };
  if ("problem" in pattern && pattern.problem === "ends-reversed")
    return {
      text: `${normalisePostcode(high)}..${normalisePostcode(low)}`,
      note: `the range was backwards: ${low} to ${high}`,
    };
  return { text };
}

/** What becomes of each line of a file of entries, against the chart as it is and the lines before. */
export function entryVerdict(
  chart: ZoneChart,
): (cells: Readonly<Record<string, string>>) => Verdict<ZoneEntry> {
  const known = new Map(chart.entries.map((entry) => [placeKey(entry), entry.zone]));
  const zones = new Set(chart.zones.map((zone) => zone.code));
  return (cells) => {
    const cell = (key: string) => (cells[key] ?? "").trim();
    const postcode = readPostcode(cell("postcode"), cell("to"));
    const country = cell("country").toUpperCase();
    const subdivision = cell("subdivision").toUpperCase();
    const zone = notServed.has(cell("zone").toLowerCase()) ? null : cell("zone");
    const parsed = parseWith<ZoneEntry>(
      zoneEntry,
      {
        zone,
        country,
        ...(subdivision === "" ? {} : { subdivision: withCountry(subdivision, country) }),
        ...(postcode.text === "" ? {} : { postcode: postcode.text }),
      },
      "",
    );
    if (!parsed.ok)
      return { kind: "refused", why: parsed.problems.map((problem) => problemSentence(problem)).join(" ") };
    const there = known.get(placeKey(parsed.value));
    if (there === zone) return { kind: "same" };
    const notes = [
      postcode.note,
      zone !== null && !zones.has(zone) ? `zone ${zone} is new` : undefined,
      there === undefined ? undefined : `in place of ${there === null ? "not served" : `zone ${there}`}`,
    ].filter((note) => note !== undefined);
    return {
      kind: "taken",
      value: parsed.value,
      about: placeKey(parsed.value),
      shown: {
        zone: parsed.value.zone ?? "not served",
        country: parsed.value.country,
        subdivision: parsed.value.subdivision ?? "",
        postcode: parsed.value.postcode ?? "",
        to: "",
      },
      ...(notes.length > 0 ? { note: notes.join(", ") } : {}),
    };
  };
}

function withCountry(subdivision: string, country: string): string {
  return subdivision.includes("-") ? subdivision : `${country}-${subdivision}`;
}

/** The entries imported as changes of the draft: zones that are new come first. */
export function importChanges(chart: ZoneChart, taken: readonly ZoneEntry[], path: string): Change[] {
  const places = new Map(chart.entries.map((entry, i) => [placeKey(entry), i]));
  const known = new Set(chart.zones.map((zone) => zone.code));
  const fresh = [...new Set(taken.flatMap(({ zone }) => (zone === null || known.has(zone) ? [] : [zone])))];
  let end = chart.entries.length;
  return [
    ...fresh.map((code) => ({
      path: `${path}/${joinPath("zones", code)}`,
      to: { code, name: `Zone ${code}` },
    })),
    ...taken.map((to) => {
      const at = places.get(placeKey(to));
      const from = at === undefined ? undefined : chart.entries[at];
      return from ? { path: `${path}/entries/${at}`, from, to } : { path: `${path}/entries/${end++}`, to };
    }),
  ];
}
