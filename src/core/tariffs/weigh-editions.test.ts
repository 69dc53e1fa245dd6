import type { Tariff } from "../setup/tariff";
import { compileChart } from "../zones/compiled-chart";
import { compileTariff } from "./compiled-tariff";
import { weighEditions } from "./weigh-editions";

const zones = compileChart({
  code: "Z",
  name: "Z",
  zones: ["2", "1", "3"].map((code) => ({ code, name: code })),
  entries: [
    { zone: "2", country: "SE" },
    { zone: "1", country: "EE" },
    { zone: "3", country: "FI" },
    { zone: null, country: "NO" },
  ],
});

type Edition = Tariff["editions"][number];

const flat = (
  label: string,
  rates: Readonly<Record<string, string | null>>,
  more: Partial<Edition> = {},
) => ({
  label,
  from: "2026-01-01",
  breaks: [{ edge: "10", rate: "flat" as const }],
  rows: Object.entries(rates).map(([zone, rate]) => ({ zone, rates: [rate] })),
  ...more,
});

function editionOf(edition: Edition, more: Partial<Tariff> = {}) {
  const tariff = compileTariff(
    {
      code: "T",
      name: "T",
      side: "buy",
      currency: "EUR",
      zoneChart: "Z",
      measure: "actualWeight",
      unit: "kg",
      boundary: "upTo",
      editions: [edition],
      ...more,
    },
    zones,
  );
  return { tariff, edition: tariff.editions[0]! };
}

const to = (...countries: string[]) =>
  countries.map((country) => ({ order: country, place: { country, postcode: "" }, value: "4" }));

test("what only one of the editions rates is counted on its side, what none does apart; neither is in the sums", () => {
  const before = editionOf(flat("a", { 1: "4.00", 2: "5.00" }));
  const after = editionOf(flat("b", { 1: "6.00", 3: "7.00" }));
  expect(weighEditions(before, after, to("EE", "SE", "SE", "FI", "NO", "PL"))).toMatchObject({
    shipments: 1,
    before: "4.00",
    after: "6.00",
    onlyBefore: 2,
    onlyAfter: 1,
    neither: 2,
  });
});

test("zones come in the order of their codes, whichever was shipped to first", () => {
  const rates = { 2: "1.00", 1: "1.00", 3: "1.00" };
  const weighed = weighEditions(
    editionOf(flat("a", rates)),
    editionOf(flat("b", rates)),
    to("SE", "FI", "EE"),
  );
  expect(weighed?.zones.map(({ zone }) => zone)).toEqual(["1", "2", "3"]);
});

test("of nothing before there is no percentage; nothing shipped is nothing", () => {
  const [free, paid] = [editionOf(flat("a", { 1: "0.00" })), editionOf(flat("b", { 1: "2.00" }))];
  const weighed = weighEditions(free, paid, to("EE"));
  expect(weighed).toMatchObject({ before: "0.00", difference: "2.00" });
  expect(weighed).not.toHaveProperty("percent");
  expect(weighEditions(free, paid, [])).toEqual({
    ...{ shipments: 0, before: "0.00", after: "0.00", difference: "0.00" },
    ...{ onlyBefore: 0, onlyAfter: 0, neither: 0, zones: [] },
  });
});

test("tables in two currencies are not held against each other; one with bands rates nothing", () => {
  const plain = editionOf(flat("a", { 1: "4.00" }));
  expect(
    weighEditions(plain, editionOf(flat("b", { 1: "4.00" }), { currency: "SEK" }), to("EE")),
  ).toBeUndefined();
  const banded = editionOf({
    ...flat("b", {}),
    bands: { measure: "quantity", edges: ["5"] },
    rows: [{ zone: "1", rates: [["4.00"]] }],
  });
  expect(weighEditions(plain, banded, to("EE"))).toMatchObject({ shipments: 0, onlyBefore: 1 });
});
