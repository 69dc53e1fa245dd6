import fc from "fast-check";
import demo from "../../demo/nettle-and-comb.setup.json";
import { anyTariff } from "../../tests/support/any-tariff";
import { sure } from "../../tests/support/smallest-setup";
import { parseSetup } from "@/core/setup/parse-setup";
import type { Edition, Tariff } from "@/core/setup/tariff";
import { withTable } from "@/core/tariff-files/build-table";
import { writeEdition, type TableShape } from "@/core/tariff-files/edition-records";
import { writeTable } from "@/tabular/write-table";
import type { FileAnswer, ReadRequest, Reading } from "@/core/tariff-files/thread";
import type { FileProblem } from "@/tabular/table-file";
import { writeWorkbook } from "@/tabular/write-workbook";
import { TariffFile } from "./tariff-file";

/** Opens a file, and reads it by what it suggests with whatever is chosen otherwise. */
function reader(bytes: Uint8Array) {
  const said: FileAnswer<FileProblem>[] = [];
  const file = new TariffFile((answer) => said.push(answer));
  file.do({ kind: "open", bytes });
  const [opened] = said;
  if (opened?.kind !== "opened") throw new Error(JSON.stringify(opened));
  return {
    opened,
    said,
    read: (request: Partial<ReadRequest> = {}): Reading => {
      file.do({
        kind: "read",
        id: 1,
        request: {
          plan: opened.sheets[0]!.guess,
          sheets: [0],
          choices: {},
          chart: { zones: [], entries: [] },
          addZones: true,
          targets: {},
          ...request,
        },
      });
      const last = said.at(-1);
      if (last?.kind !== "read") throw new Error(JSON.stringify(last));
      return last.reading;
    },
  };
}

const messy = [
  "Net rates from 1 January 2027;;;;",
  "Service;Country;Weight from (g);Weight to (g);Price EUR",
  "Road;SE;0;3000;4,20",
  "Road;SE;3001;9999999;6,10",
  "Road;Finland;0;3000;5,20",
  "Road;Suomi;3001;9999999;7,10",
  "Night;SE;0;3000;14,20",
  "Night;SE;3001;9999999;on request",
  "Night;Atlantis;0;3000;14,20",
  "",
].join("\r\n");

test("a messy list of two services becomes two tables; rows that can't be read are told and kept apart", () => {
  const { opened, read } = reader(Buffer.from(messy));
  expect(opened.sheets[0]).toMatchObject({
    rows: 9,
    guess: { headLine: 2, shape: "list", decimal: ",", unit: "g" },
  });
  const first = read({ factor: "0.001" });
  expect(first.counts).toEqual({ new: 5, changed: 0, same: 0, refused: 2 });
  expect(first.refused.map(({ line, fault }) => [line, fault?.code])).toEqual([
    [8, "not-a-figure"],
    [9, "unknown-country"],
  ]);
  expect(first.refused[1]?.cells).toEqual(["Night", "Atlantis", "0", "3000", "14,20"]);
  expect(first.tariffs[0]?.seams.map(({ kind }) => kind)).toEqual(["gap", "lastBound"]);
  const { tariffs, added } = read({
    factor: "0.001",
    choices: { Road: { "lastBound 9999999 3001": "upper" } },
  });
  expect(tariffs.map(({ name }) => name)).toEqual(["Road", "Night"]);
  expect(tariffs[0]?.table).toEqual({
    breaks: [
      { edge: "3", rate: "flat" },
      { edge: null, rate: "flat" },
    ],
    rows: [
      { zone: "SE", rates: ["4.20", "6.10"] },
      { zone: "FI", rates: ["5.20", "7.10"] },
    ],
    bandEdges: undefined,
  });
  expect(added.entries).toEqual([
    { zone: "SE", country: "SE" },
    { zone: "FI", country: "FI" },
  ]);
});

test("sheets that are laid out alike are a tariff each, named as the sheet is", async () => {
  const head = ["zone", "2", "5"];
  const blob = await writeWorkbook([
    { name: "Parcel", head, rows: [["1", "4.20", "5.20"]] },
    { name: "Pallet", head, rows: [["1", "44.20", ""]] },
  ]);
  const { read } = reader(new Uint8Array(await blob.arrayBuffer()));
  const { tariffs, counts } = read({ sheets: [0, 1] });
  // a row has one verdict, however many rates it holds
  expect(counts).toEqual({ new: 2, changed: 0, same: 0, refused: 0 });
  expect(tariffs.map(({ name, table }) => [name, table.rows[0]?.rates])).toEqual([
    ["Parcel", ["4.20", "5.20"]],
    ["Pallet", ["44.20", null]],
  ]);
});

test("against a chart without its zones a tariff keeps its name, so that it can be sent elsewhere", () => {
  const { read } = reader(Buffer.from("service,zone,up to kg,price\nRoad,Moon,2,4.20\nNight,1,2,5.20\n"));
  const { tariffs, counts } = read({
    addZones: false,
    chart: { zones: [{ code: "1", name: "Near" }], entries: [] },
  });
  expect(counts).toEqual({ new: 1, changed: 0, same: 0, refused: 1 });
  expect(tariffs.map(({ name, table }) => [name, table.rows.length])).toEqual([
    ["Road", 0],
    ["Night", 1],
  ]);
});

test("long files say how far they are", () => {
  const rows = Array.from(
    { length: 25_000 },
    (_, i) => `Z${i % 5000};${1 + (i % 5)};${(i / 100).toFixed(2)}`,
  );
  const { said, read } = reader(Buffer.from(["zone;up to;price", ...rows].join("\n")));
  const { counts } = read();
  expect(counts.new + counts.refused).toBe(25_000);
  expect(said.filter(({ kind }) => kind === "progress")).toHaveLength(2);
});

/** An edition out into a file's bytes and back in its own place, read as its heads suggest. */
async function thereAndBack(tariff: Tariff, edition: Edition, shape: TableShape, kind: "csv" | "xlsx") {
  const { head, rows } = writeEdition(tariff, edition, shape);
  const bytes =
    kind === "csv"
      ? Buffer.from(writeTable(head, rows))
      : new Uint8Array(await (await writeWorkbook([{ name: edition.label, head, rows }])).arrayBuffer());
  const { opened, read } = reader(bytes);
  const plan = { ...opened.sheets[0]!.guess, boundary: tariff.boundary };
  const name = shape === "list" ? tariff.code : "";
  const { tariffs, counts } = read({ plan, addZones: true, targets: { [name]: edition } });
  expect({ ...counts, same: 0 }).toEqual({ new: 0, changed: 0, same: 0, refused: 0 });
  return withTable(edition, tariffs[0]!.table);
}

describe.each([
  ["list", "csv"],
  ["matrix", "csv"],
  ["list", "xlsx"],
  ["matrix", "xlsx"],
] as const)("a %s in a %s file", (shape, kind) => {
  test("comes in again unchanged for every table of the demo", async () => {
    for (const tariff of sure(parseSetup(demo)).tariffs)
      for (const edition of tariff.editions)
        expect(await thereAndBack(tariff, edition, shape, kind)).toEqual(edition);
  });

  test("and for one whose first zone has no rate at all", async () => {
    const edition = {
      label: "x",
      from: "2026-01-01",
      breaks: [{ edge: "2136.69", rate: "flat" as const }],
      rows: [
        { zone: "EU-A", rates: [null] },
        { zone: "1", rates: ["271.65"], minimum: "539.72" },
      ],
    };
    const [tariff] = fc.sample(anyTariff, { seed: 1, numRuns: 1 });
    const bare = { ...tariff!, boundary: "upTo" as const, measure: "chargeableWeight" as const, unit: "kg" };
    expect(await thereAndBack({ ...bare, editions: [edition] }, edition, shape, kind)).toEqual(edition);
  });

  test("and for generated ones", async () => {
    await fc.assert(
      fc.asyncProperty(anyTariff, async (tariff) => {
        const [edition] = tariff.editions;
        if (edition) expect(await thereAndBack(tariff, edition, shape, kind)).toEqual(edition);
      }),
      { numRuns: 60 },
    );
  });
});
