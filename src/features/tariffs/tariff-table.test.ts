import fc from "fast-check";
import demo from "../../../demo/nettle-and-comb.setup.json";
import { parseSetup } from "@/core/setup/parse-setup";
import type { Edition } from "@/core/setup/tariff";
import { readTable } from "@/tabular/read-table";
import { writeTable } from "@/tabular/write-table";
import { anySetup } from "../../../tests/support/any-setup";
import { sure } from "../../../tests/support/smallest-setup";
import { breakHead, editionTable, readBreakHead, readEditionTable, withTable } from "./tariff-table";

/** An edition out into a file and back. */
function thereAndBack(edition: Edition): Edition {
  const { head, rows } = editionTable(edition);
  const table = readTable(writeTable(head, rows).replace(/^\ufeff/, ""));
  if ("problem" in table) throw new Error(table.problem);
  const read = readEditionTable(table.head, table.rows);
  if ("faults" in read) throw new Error(JSON.stringify(read.faults));
  return withTable(edition, read.table);
}

test("every table of the demo comes back as it went out", () => {
  const { tariffs } = sure(parseSetup(demo));
  for (const edition of tariffs.flatMap((tariff) => tariff.editions))
    expect(thereAndBack(edition)).toEqual(edition);
});

test("so does every table of a generated setup that has a row", () => {
  fc.assert(
    fc.property(anySetup, (setup) => {
      for (const edition of setup.tariffs.flatMap((tariff) => tariff.editions))
        if (edition.rows.length > 0) expect(thereAndBack(edition)).toEqual(edition);
    }),
    { numRuns: 60 },
  );
});

test.each([
  ["2", { edge: "2", rate: "flat" }],
  ["up to 31,5", { edge: "31.5", rate: "flat" }],
  ["30 per 1", { edge: "30", rate: "perUnit", per: "1" }],
  ["above base per 0.5", { edge: null, rate: "basePlus", per: "0.5" }],
])("the head %j is a break", (head, entry) => expect(readBreakHead(head)).toEqual(entry));

test("other heads are none, and each kind is written so that it is read again", () => {
  for (const head of ["name", "zone", "Zone 2", "per 1", ""]) expect(readBreakHead(head)).toBeUndefined();
  expect(breakHead({ edge: null, rate: "perUnit", per: "10" })).toBe("above per 10");
});

test("everything wrong with a file is told with its line, and nothing of it is taken in", () => {
  expect(readEditionTable(["name", "price"], [])).toEqual({
    faults: [
      { line: 1, text: expect.stringContaining("zone") },
      { line: 1, text: expect.stringContaining("break") },
    ],
  });
  const read = readEditionTable(
    ["zone", "2", "name"],
    [
      ["1", "4,20", "x"],
      ["", "5", ""],
      ["1", "6", ""],
      ["2", "free", ""],
    ],
  );
  expect("faults" in read && read.faults.map((fault) => fault.line)).toEqual([3, 4, 5]);
  expect(readEditionTable(["zone", "2", "name"], [["1", "4,20", "x"]])).toMatchObject({
    table: { rows: [{ zone: "1", rates: ["4.20"] }] },
  });
});
