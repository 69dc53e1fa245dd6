import type { Edition } from "@/core/setup/tariff";
import { askedPlaces } from "./asked-cell";

const edition: Edition = {
  label: "2026",
  from: "2026-01-01",
  breaks: [
    { edge: "5", rate: "flat" },
    { edge: "10.5", rate: "flat" },
    { edge: null, rate: "perUnit", per: "1" },
  ],
  bands: { measure: "goodsValue", edges: ["500", null] },
  rows: [
    { zone: "2", rates: [] },
    { zone: "1", rates: [] },
  ],
};

test.each([
  [
    { zone: "1", edge: "10.5" },
    { row: 1, column: 1, page: 0 },
  ],
  [
    { zone: "2", edge: "open", bandEdge: "open" },
    { row: 0, column: 2, page: 1 },
  ],
  [
    { zone: "1", bandEdge: "500" },
    { row: 1, column: undefined, page: 0 },
  ],
  // by their places, as older workings and findings say it
  [
    { row: "1", break: "2", band: "1" },
    { row: 1, column: 2, page: 1 },
  ],
  // a zone or an edge that is gone opens the table, not a wrong cell
  [
    { zone: "9", edge: "7" },
    { row: undefined, column: undefined, page: 0 },
  ],
  [
    { row: "x", break: "-1" },
    { row: undefined, column: undefined, page: 0 },
  ],
  [{}, { row: undefined, column: undefined, page: 0 }],
])("%j opens at %j", (asked, places) => {
  expect(askedPlaces(edition, asked)).toEqual(places);
});
