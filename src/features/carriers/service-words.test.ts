import type { Service } from "@/core/setup/service";
import { surchargeSentences } from "./service-words";

type Surcharge = NonNullable<Service["surcharges"]>[number];
const sentence = (own: Partial<Surcharge>) =>
  surchargeSentences(
    { surcharges: [{ code: "peak", name: "Peak", amount: { fixed: "1.50" }, ...own }] },
    { carrier: "SEK", home: "EUR" },
  )[0];

test.each<[Partial<Surcharge>, string]>([
  [{}, ""],
  [{ from: "2026-11-15", to: "2026-12-24" }, ", handed over from 2026-11-15 up to and including 2026-12-24"],
  [{ from: "2026-11-15" }, ", handed over from 2026-11-15 on"],
  [{ to: "2026-12-24" }, ", handed over up to and including 2026-12-24"],
])("a surcharge says on which days it counts: %j", (own, days) => {
  const said = sentence(own);
  expect(said?.endsWith(`${days}.`)).toBe(true);
  expect(said?.includes("handed over")).toBe(days !== "");
  expect(said).toContain("1.50 SEK");
});
