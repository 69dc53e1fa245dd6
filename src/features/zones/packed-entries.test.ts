import type { ZoneEntry } from "@/core/setup/zone-chart";
import { packEntries, unpackEntries } from "./packed-entries";

test("entries come out as they went in", () => {
  const entries: ZoneEntry[] = [
    { zone: "1", country: "EE" },
    { zone: null, country: "SE", subdivision: "SE-I" },
    { zone: "4", country: "SE", subdivision: "SE-I", postcode: "62*" },
    { zone: "9", country: "*" },
  ];
  expect(unpackEntries(packEntries(entries))).toEqual(entries);
  expect(unpackEntries(packEntries([]))).toEqual([]);
});
