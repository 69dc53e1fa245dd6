import type { ZoneEntry } from "@/core/setup/zone-chart";

/**
 * Entries as one text, a line an entry with tabs between its fields: a chart of 50,000 goes to the browser as one value
 * that is read in a few milliseconds, instead of 50,000 records. No field can hold a tab or a line break.
 */
export function packEntries(entries: readonly ZoneEntry[]): string {
  return entries
    .map(
      ({ zone, country, subdivision = "", postcode = "" }) =>
        `${zone ?? ""}\t${country}\t${subdivision}\t${postcode}`,
    )
    .join("\n");
}

export function unpackEntries(packed: string): ZoneEntry[] {
  if (packed === "") return [];
  return packed.split("\n").map((line) => {
    const [zone = "", country = "", subdivision = "", postcode = ""] = line.split("\t");
    return {
      zone: zone === "" ? null : zone,
      country,
      ...(subdivision === "" ? {} : { subdivision }),
      ...(postcode === "" ? {} : { postcode }),
    };
  });
}
