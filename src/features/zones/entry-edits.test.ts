import { applyChanges } from "@/core/setup/change";
import { inverse } from "@/core/setup/inverse";
import { smallestSetup } from "../../../tests/support/smallest-setup";
import { entryChanges } from "./entry-edits";

const setup = smallestSetup();
const chart = setup.zoneCharts[0]!;
const path = "zoneCharts/ALL";

function entriesAfter(edits: Parameters<typeof entryChanges>[1]) {
  const result = applyChanges(setup, entryChanges(chart, edits, path));
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  const back = applyChanges(result.value.setup, inverse(result.value.changes));
  expect(back.ok && back.value.setup).toEqual(setup);
  return result.value.setup.zoneCharts[0]!.entries;
}

test("a cell changes its entry; a dash means not served; an emptied cell leaves its field out", () => {
  expect(entriesAfter([{ row: 0, column: 0, text: "–" }])[0]).toEqual({ zone: null, country: "EE" });
  expect(entriesAfter([{ row: 0, column: 3, text: "93*" }])[0]).toEqual({
    zone: "1",
    country: "EE",
    postcode: "93*",
  });
  expect(entriesAfter([{ row: 0, column: 3, text: "" }])[0]).toEqual({ zone: "1", country: "EE" });
});

test("the row after the last adds an entry, several pasted rows several", () => {
  const entries = entriesAfter([
    { row: 2, column: 0, text: "2" },
    { row: 2, column: 1, text: "se" },
    { row: 3, column: 1, text: "fi" },
  ]);
  expect(entries.slice(2)).toEqual([
    { zone: "2", country: "SE" },
    { zone: "1", country: "FI" },
  ]);
});

test("emptying the country takes entries away, several at once", () => {
  expect(
    entriesAfter([
      { row: 0, column: 1, text: "" },
      { row: 1, column: 1, text: "" },
    ]),
  ).toEqual([]);
});
