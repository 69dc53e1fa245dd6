import type { TariffSummary } from "./tariff-summary";
import { orderedTariffs, tariffKeys } from "./tariff-order";

const today = "2026-11-24";
const of = (code: string, more: Partial<TariffSummary> = {}): TariffSummary => ({
  tariff: { code, name: code, side: "buy", currency: "EUR", measure: "chargeableWeight", unit: "kg" },
  carrier: undefined,
  chartName: "Everywhere",
  usedBy: [],
  changed: undefined,
  editions: [],
  findings: 0,
  ...more,
});
const edition = (from: string, daysLeft?: number) => ({ label: from.slice(0, 4), from, daysLeft });
const list = [
  of("b", { carrier: "Ternwing", findings: 2, editions: [edition("2026-01-01", 37), edition("2027-01-01")] }),
  of("A", {
    carrier: "amberway",
    changed: { day: "2026-11-02", who: "Ott" },
    editions: [edition("2026-01-01", 5)],
  }),
  of("c", { changed: { day: "2026-10-30", who: "Ott" }, findings: 7 }),
];
const by = (asked: string) =>
  orderedTariffs(list, asked, today)
    .map(({ tariff }) => tariff.code)
    .join("");

test("tariffs are sorted by each head, down with a minus, and by nothing else", () => {
  expect(by("name")).toBe("Abc");
  expect(by("-name")).toBe("cbA");
  expect(by("findings")).toBe("Abc");
  expect(by("-findings")).toBe("cbA");
  expect(by("")).toBe("bAc");
  expect(by("tariff")).toBe("bAc");
  for (const key of tariffKeys) expect(by(key)).toHaveLength(3);
});

test("what is missing stands last, up and down", () => {
  expect(by("carrier")).toBe("Abc");
  expect(by("-carrier")).toBe("bAc");
  expect(by("left")).toBe("Abc");
  expect(by("changed")).toBe("cAb");
  expect(by("-changed")).toBe("Acb");
  expect(by("next")).toBe("bAc");
});

test("those alike stay as they came", () => {
  expect(by("side")).toBe("bAc");
  expect(by("-currency")).toBe("bAc");
});
