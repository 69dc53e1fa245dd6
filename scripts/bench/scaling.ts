import { Decimal } from "@/core/money/decimal";
import { compileSetup } from "@/core/quote/compiled-setup";
import type { Setup } from "@/core/setup/setup";
import { tariffRate } from "@/core/tariffs/rate";
import { given } from "@/core/working/reason";
import { largeSetup } from "../../demo/parts/large";
import { sure } from "./demo";
import { heldMegabytes, speedOf, table } from "./timing";

/** Places and weights spread over a chart and a table. */
export function questions(zones: number, breaks: number) {
  const countries = ["EE", "SE", "FI", "PL", "DE", "FR", "IT", "ES"];
  return Array.from({ length: 997 }, (_, i) => ({
    country: countries[i % countries.length] ?? "EE",
    postcode: String(10_000 + ((i * 7919) % 89_000)),
    kilograms: (((i * 104_729) % (breaks * 5)) / 10).toFixed(1),
    zones,
  }));
}

/** Compiling a large setup, and what one look-up (zone, edition, break, cell) costs as tables grow. */
export function benchScaling(small: Setup): string {
  const sizes = [
    { entries: 20, zones: 10, breaks: 10 },
    { entries: 2000, zones: 100, breaks: 100 },
    { entries: 50_000, zones: 1000, breaks: 1000 },
  ];
  const rows = sizes.map((size) => {
    const setup = largeSetup(small, size);
    const { value: compiled, megabytes, milliseconds } = heldMegabytes(() => sure(compileSetup(setup)));
    const tariff = compiled.tariffs.get("BIG");
    if (!tariff) throw new Error("no tariff");
    const asked = questions(size.zones, size.breaks).map(({ country, postcode, kilograms }) => {
      const weight = Decimal.of(kilograms);
      return {
        valueOf: () => given(weight),
        place: { country, postcode },
        origins: ["SHED"],
        date: "2026-11-24",
      };
    });
    const { perSecond, microseconds } = speedOf((call) => {
      const question = asked[call % asked.length];
      if (question) tariffRate(tariff, question);
    });
    return [
      `${(size.zones * size.breaks).toLocaleString("en")} cells, ${size.entries.toLocaleString("en")} zone entries`,
      perSecond,
      microseconds.toFixed(2),
      milliseconds.toFixed(0),
      megabytes.toFixed(1),
    ];
  });
  const big = heldMegabytes(() =>
    sure(compileSetup(largeSetup(small, { entries: 50_000, zones: 400, breaks: 500 }))),
  );
  return [
    table(["one tariff look-up", "a second", "µs", "compile, ms", "compiled, MB"], rows),
    `\nA setup of 200,000 cells and 50,000 zone entries compiles in ${(big.milliseconds / 1000).toFixed(2)} s (target: under 2) and holds ${big.megabytes.toFixed(0)} MB (target: under 400).`,
  ].join("\n");
}
