import type { ZoneChart, ZoneEntry } from "../setup/zone-chart";
import { normalisePostcode, readPattern } from "../zones/postcode";
import { ZoneIndex } from "../zones/zone-index";
import { placeKey, type RateRecord, type RecordPlace, type RowFault } from "./rate-record";

export interface ZonedRecords {
  /** The records by zone code, in their order. */
  readonly records: readonly RateRecord[];
  readonly faults: readonly RowFault[];
  /** Zones and entries the chart gets, in the order they came. */
  readonly added: Pick<ZoneChart, "zones" | "entries">;
}

const CODE = /^[A-Za-z0-9._-]{1,40}$/;

/**
 * Puts zone codes in place of what a file names. A zone is found by its code or its name, letter case aside. A country or
 * postcode has the zone of the chart's entry for just that, or else the zone the chart finds there. With `add`, what the
 * chart lacks becomes a zone of its own (a country or postcode with its entry); without, its rows are faults.
 */
export function zoneRecords(
  records: readonly RateRecord[],
  chart: Pick<ZoneChart, "zones" | "entries">,
  add: boolean,
): ZonedRecords {
  const finder = new ZoneFinder(chart, add);
  const faults: RowFault[] = [];
  const zoned: RateRecord[] = [];
  for (const record of records) {
    const zone = finder.find(record.place);
    if (typeof zone === "string") zoned.push({ ...record, place: { zone } });
    else faults.push({ line: record.line, code: zone.code, data: { text: placeKey(record.place) } });
  }
  return { records: zoned, faults, added: { zones: finder.zones, entries: finder.entries } };
}

type NoZone = { readonly code: "unknown-zone" | "bad-zone" };

class ZoneFinder {
  readonly zones: ZoneChart["zones"] = [];
  readonly entries: ZoneEntry[] = [];
  readonly #known = new Map<string, string | NoZone>();
  readonly #named = new Map<string, string>();
  readonly #exact = new Map<string, string | null>();
  #index: ZoneIndex | undefined;

  constructor(
    private readonly chart: Pick<ZoneChart, "zones" | "entries">,
    private readonly add: boolean,
  ) {
    for (const { code, name } of [...chart.zones].reverse()) this.#named.set(name.toLowerCase(), code);
    for (const { code } of chart.zones) this.#named.set(code.toLowerCase(), code);
    for (const { country, subdivision, postcode, zone } of chart.entries)
      if (subdivision === undefined) this.#exact.set(`${country} ${postcode ?? ""}`, zone);
  }

  find(place: RecordPlace): string | NoZone {
    const key = `${"zone" in place ? "zone" : "place"} ${placeKey(place)}`;
    const known = this.#known.get(key);
    if (known !== undefined) return known;
    const found = "zone" in place ? this.#byName(place.zone) : this.#byPlace(place);
    this.#known.set(key, found);
    return found;
  }

  #byName(text: string): string | NoZone {
    const known = this.#named.get(text.toLowerCase());
    if (known !== undefined) return known;
    if (!this.add) return { code: "unknown-zone" };
    return this.#fresh(text, text) ?? { code: "bad-zone" };
  }

  #byPlace({ country, postcode }: { country: string; postcode?: string }): string | NoZone {
    const pattern = postcode === undefined ? undefined : patternOf(postcode);
    const plain = postcode === undefined ? "" : normalisePostcode(postcode);
    const exact = [pattern ?? "", plain].map((one) => this.#exact.get(`${country} ${one}`));
    const found = exact.find((zone) => typeof zone === "string");
    if (typeof found === "string") return found;
    if (!this.add) {
      this.#index ??= new ZoneIndex({
        code: "",
        name: "",
        zones: [...this.chart.zones],
        entries: [...this.chart.entries],
      });
      const start = plain.replace(/\.\..*|\*$/g, "");
      return this.#index.find({ country, postcode: start })?.zone ?? { code: "unknown-zone" };
    }
    if (postcode !== undefined && pattern === undefined) return { code: "bad-zone" };
    const zone = this.#fresh(
      postcode === undefined ? country : `${country}-${postcode}`,
      placeKey({ country, ...(postcode === undefined ? {} : { postcode }) }),
    );
    if (zone === undefined) return { code: "bad-zone" };
    this.entries.push({ zone, country, ...(pattern === undefined ? {} : { postcode: pattern }) });
    return zone;
  }

  /** A code no zone has, near the text. */
  #fresh(text: string, name: string): string | undefined {
    const plain = text
      .normalize("NFD")
      .replace(/[\u0300-\u036f]/g, "")
      .trim()
      .replace(/[^A-Za-z0-9._-]+/g, "-")
      .replace(/^-+|-+$/g, "")
      .slice(0, 36);
    if (!CODE.test(plain)) return undefined;
    let code = plain;
    for (let i = 2; this.#named.has(code.toLowerCase()); i++) code = `${plain}-${i}`;
    this.#named.set(code.toLowerCase(), code);
    this.#named.set(name.toLowerCase(), code);
    this.zones.push({ code, name: name.slice(0, 200) });
    return code;
  }
}

/** A postcode of a file as a chart's pattern: "99", "99*" and "99xxx" are what begins with it, "10000-19999" a range. */
function patternOf(postcode: string): string | undefined {
  const text = postcode.trim().toUpperCase();
  const range = /^([A-Z]*\d+)\s*(?:-|–|\.\.|TO)\s*([A-Z]*\d+)$/.exec(text);
  const [low = "", high = ""] = range?.slice(1) ?? [];
  // "22-123" is a postcode with a hyphen, not a range of unequal ends
  const pattern =
    range && low.length === high.length
      ? `${low}..${high}`
      : `${normalisePostcode(text).replace(/(?:\*|X+)$/, "")}*`;
  return "kind" in readPattern(pattern) ? pattern : undefined;
}
