import type { Change } from "@/core/setup/inverse";
import type { Origin } from "@/core/setup/origin";
import { joinPath, type Json } from "@/core/setup/path";
import type { Verdict } from "@/features/import";
import type { TableField } from "@/tabular/match-columns";
import { writeTable } from "@/tabular/write-table";
import { plainNumber } from "@/ui/number-text";

export interface OriginAlias {
  readonly platform: string;
  readonly theirs: string;
  readonly origin: string;
}

export const originFields: readonly TableField[] = [
  {
    key: "theirs",
    name: "platform's code",
    aliases: ["location id", "location code", "code", "id"],
    needed: true,
  },
  { key: "name", name: "name", aliases: ["location name", "warehouse"] },
  { key: "street", name: "street", aliases: ["address", "address line", "line 1"] },
  { key: "postcode", name: "postcode", aliases: ["zip", "postal code", "zip code"] },
  { key: "city", name: "town", aliases: ["city", "place"] },
  { key: "country", name: "country", aliases: ["country code"] },
  { key: "cutOff", name: "cut-off", aliases: ["cutoff", "cut off"] },
  { key: "handlingDays", name: "handling days", aliases: ["handling"] },
  { key: "lat", name: "latitude", aliases: ["lat"] },
  { key: "lon", name: "longitude", aliases: ["lon", "lng", "long"] },
];

/** Which of our origins a platform's code stands for. */
export type Match = { readonly own: string } | { readonly fresh: true } | { readonly skip: true } | undefined;

const bare = (text: string) => text.trim().toLowerCase();

/** What a platform's code stands for by what was kept before, then by our own codes, then by an origin's name. */
export function guessMatch(
  theirs: string,
  name: string,
  platform: string,
  origins: readonly Origin[],
  aliases: readonly OriginAlias[],
): Match {
  const kept = aliases.find(
    (alias) => bare(alias.platform) === bare(platform) && bare(alias.theirs) === bare(theirs),
  );
  const byCode = origins.find((origin) => bare(origin.code) === bare(theirs));
  const byName = origins.find((origin) => bare(origin.name) === bare(name));
  const own = kept?.origin ?? byCode?.code ?? byName?.code;
  return own === undefined ? undefined : { own };
}

export interface OriginRow {
  readonly theirs: string;
  readonly origin: string;
  readonly change: Change | undefined;
}

type Cells = Readonly<Record<string, string>>;

interface Surroundings {
  readonly origins: readonly Origin[];
  readonly matchOf: (cells: Cells) => Match;
  readonly keptFor: (cells: Cells) => boolean;
  readonly begin: (code: string, cells: Cells) => Origin;
}

/** What becomes of a line of the file. */
export function originVerdict(
  cells: Cells,
  { origins, matchOf, keptFor, begin }: Surroundings,
): Verdict<OriginRow> {
  const theirs = (cells.theirs ?? "").trim();
  if (theirs === "") return { kind: "refused", why: "It has no code of the platform." };
  const match = matchOf(cells);
  if (match === undefined) return { kind: "refused", why: "Not matched yet: choose its origin above." };
  if ("skip" in match) return { kind: "refused", why: "Left out, as chosen above." };
  if ("fresh" in match) {
    const code = theirs.replace(/[^A-Za-z0-9._-]+/g, "-").slice(0, 40);
    const to = withCells(begin(code, cells), cells);
    return {
      kind: "taken",
      value: { theirs, origin: code, change: { path: joinPath("origins", code), to: to as unknown as Json } },
      note: `a new origin ${code}`,
    };
  }
  const origin = origins.find((one) => one.code === match.own);
  if (!origin) return { kind: "refused", why: `There is no origin ${match.own}.` };
  const to = withCells(origin, cells);
  const same = JSON.stringify(to) === JSON.stringify(origin);
  if (same && keptFor(cells)) return { kind: "same" };
  const change = same
    ? undefined
    : { path: joinPath("origins", origin.code), from: origin as unknown as Json, to: to as unknown as Json };
  return {
    kind: "taken",
    value: { theirs, origin: origin.code, change },
    note: same ? `only what it is called: ${origin.code}` : `changes ${origin.code}`,
  };
}

/** An origin with what a line says of it; empty cells leave things as they are. */
function withCells(origin: Origin, cells: Cells): Origin {
  const text = (key: string) => (cells[key] ?? "").trim();
  const street = text("street");
  const [lat, lon] = [plainNumber(text("lat")), plainNumber(text("lon"))];
  const days = text("handlingDays");
  return {
    ...origin,
    ...(text("name") === "" ? {} : { name: text("name") }),
    address: {
      ...origin.address,
      ...(street === "" ? {} : { lines: street.split("·").map((line) => line.trim()) }),
      ...(text("city") === "" ? {} : { city: text("city") }),
      ...(text("postcode") === "" ? {} : { postcode: text("postcode") }),
      ...(text("country") === "" ? {} : { country: text("country").toUpperCase() }),
    },
    ...(text("cutOff") === "" ? {} : { cutOff: text("cutOff").padStart(5, "0") }),
    ...(days === "" ? {} : { handlingDays: Number(days) }),
    ...(lat === "" || lon === "" ? {} : { position: { lat: Number(lat), lon: Number(lon) } }),
  };
}

/** All origins as a table; a column for each platform says what it calls them. */
export function originsCsv(origins: readonly Origin[], aliases: readonly OriginAlias[]): string {
  const platforms = [...new Set(aliases.map((alias) => alias.platform))];
  const head = [
    "code",
    "name",
    "kind",
    "street",
    "postcode",
    "town",
    "country",
    "latitude",
    "longitude",
    "time zone",
    "cut-off",
    "handling days",
    "rank",
    "in use",
    ...platforms,
  ];
  const rows = origins.map((origin) => [
    origin.code,
    origin.name,
    origin.kind,
    origin.address.lines.join(" · "),
    origin.address.postcode,
    origin.address.city,
    origin.address.country,
    String(origin.position?.lat ?? ""),
    String(origin.position?.lon ?? ""),
    origin.timeZone,
    origin.cutOff,
    String(origin.handlingDays),
    String(origin.rank),
    origin.active ? "yes" : "no",
    ...platforms.map((platform) =>
      aliases
        .filter((alias) => alias.platform === platform && alias.origin === origin.code)
        .map((alias) => alias.theirs)
        .join(" "),
    ),
  ]);
  return writeTable(head, rows);
}
