import { applyChanges } from "@/core/setup/change";
import type { ZoneEntry } from "@/core/setup/zone-chart";
import { matchColumns } from "@/tabular/match-columns";
import { wholeTable } from "@/tabular/whole-table";
import { smallestSetup } from "../../../tests/support/smallest-setup";
import { entryVerdict, entryFields, importChanges } from "./entry-import";

const setup = smallestSetup();
const chart = {
  ...setup.zoneCharts[0]!,
  entries: [
    { zone: "1", country: "EE" },
    { zone: "2", country: "SE", postcode: "62*" },
  ],
};
const verdict = entryVerdict(chart);

test.each<[Record<string, string>, ZoneEntry, string | undefined]>([
  [
    { zone: "1", country: "se", postcode: "114 55" },
    { zone: "1", country: "SE", postcode: "114 55" },
    undefined,
  ],
  [
    { zone: "1", country: "SE", postcode: "22999-22000" },
    { zone: "1", country: "SE", postcode: "22000..22999" },
    "backwards",
  ],
  [
    { zone: "1", country: "SE", postcode: "22999", to: "22000" },
    { zone: "1", country: "SE", postcode: "22000..22999" },
    "backwards",
  ],
  [
    { zone: "1", country: "SE", postcode: "22000", to: "22999" },
    { zone: "1", country: "SE", postcode: "22000..22999" },
    undefined,
  ],
  // one Polish postcode, no range
  [
    { zone: "1", country: "PL", postcode: "81-001" },
    { zone: "1", country: "PL", postcode: "81-001" },
    undefined,
  ],
  [{ zone: "–", country: "NO" }, { zone: null, country: "NO" }, undefined],
  [
    { zone: "2", country: "SE", subdivision: "I" },
    { zone: "2", country: "SE", subdivision: "SE-I" },
    undefined,
  ],
  [{ zone: "7", country: "FI" }, { zone: "7", country: "FI" }, "zone 7 is new"],
  [
    { zone: "1", country: "SE", postcode: "62*" },
    { zone: "1", country: "SE", postcode: "62*" },
    "in place of zone 2",
  ],
])("%j is taken in", (cells, value, note) => {
  const read = verdict(cells);
  expect(read).toMatchObject({ kind: "taken", value });
  if (note === undefined) expect(read).not.toHaveProperty("note");
  else expect(read.kind === "taken" && read.note).toContain(note);
});

test.each([
  [{ zone: "1", country: "Sweden" }],
  [{ zone: "1", country: "SE", postcode: "6?2" }],
  [{ zone: "1", country: "SE", postcode: "100..20000" }],
  [{ zone: "1", country: "*", postcode: "10*" }],
  [{ zone: "1", country: "SE", subdivision: "NO-03" }],
])("%j is left out, with the reason", (cells) => {
  const read = verdict(cells);
  expect(read.kind === "refused" && read.why.length).toBeGreaterThan(10);
});

test("a spreadsheet's file in Windows-1252 with semicolons comes in whole", () => {
  const text =
    "Zone;Land;Postcode von;bis;Bemerkung\r\n1;EE;;;Größe\r\n3;FI;00100;00990;\r\n;SE;10000;;\r\n\r\n";
  const bytes = Uint8Array.from(text, (letter) => letter.charCodeAt(0));
  const table = wholeTable(bytes);
  if ("problem" in table) throw new Error(table.problem);
  const columns = new Map(matchColumns(table.head, entryFields));
  expect([...columns.keys()].sort()).toEqual(["country", "postcode", "zone"]);
  columns.set("to", 3);
  const verdicts = table.rows.map((row) =>
    verdict(Object.fromEntries([...columns].map(([key, at]) => [key, row[at] ?? ""]))),
  );
  expect(verdicts.map((one) => one.kind)).toEqual(["same", "taken", "taken"]);
  const taken = verdicts.flatMap((one) => (one.kind === "taken" ? [one.value] : []));
  const base = { ...setup, zoneCharts: [chart] };
  const result = applyChanges(base, importChanges(chart, taken, `zoneCharts/${chart.code}`));
  expect(result.ok && result.value.setup.zoneCharts[0]!.entries.slice(2)).toEqual([
    { zone: "3", country: "FI", postcode: "00100..00990" },
    { zone: null, country: "SE", postcode: "10000" },
  ]);
});

test("two lines for one place are about the same, and an entry that is there changes in place", () => {
  const about = ["62*", "62 *"].map((postcode) => verdict({ zone: "1", country: "SE", postcode }));
  expect(about).toMatchObject([{ about: "SE||62*" }, { about: "SE||62*" }]);
  const taken = [{ zone: null, country: "SE", postcode: "62 *" }];
  const result = applyChanges(
    { ...setup, zoneCharts: [chart] },
    importChanges(chart, taken, `zoneCharts/${chart.code}`),
  );
  expect(result.ok && result.value.setup.zoneCharts[0]!.entries).toEqual([chart.entries[0], taken[0]]);
});
