import fc from "fast-check";
import type { Tariff } from "@/core/setup/tariff";

const figure = fc.integer({ min: 0, max: 99_999 }).map((n) => (n / 100).toFixed(2));
const cell = fc.option(figure);

/** Tariffs of any edges, kinds of rates, bands and bounds; each cell has a rate or none. */
export const anyTariff: fc.Arbitrary<Tariff> = fc
  .record({
    boundary: fc.constantFrom("upTo" as const, "from" as const),
    edges: fc.uniqueArray(fc.integer({ min: 0, max: 300_000 }), { minLength: 1, maxLength: 6 }),
    open: fc.boolean(),
    kinds: fc.infiniteStream(
      fc.constantFrom(
        { rate: "flat" as const },
        { rate: "perUnit" as const, per: "100" },
        { rate: "basePlus" as const, per: "0.50" },
      ),
    ),
    bands: fc.option(fc.uniqueArray(fc.integer({ min: 1, max: 99 }), { minLength: 1, maxLength: 3 })),
    cells: fc.infiniteStream(cell),
    zones: fc.uniqueArray(fc.constantFrom("1", "2", "EU-A", "REST", "0.5"), { minLength: 1, maxLength: 4 }),
    bounds: fc.infiniteStream(fc.option(figure, { nil: undefined })),
  })
  .map(({ boundary, edges, open, kinds, bands, cells, zones, bounds }): Tariff => {
    const sorted = [...edges].sort((a, b) => a - b).map((edge) => String(edge / 100));
    const all = open && boundary === "upTo" ? [...sorted, null] : sorted;
    const page = () => all.map(() => cells.next().value as string | null);
    const bandEdges = bands && [...[...bands].sort((a, b) => a - b).map((band) => `${band}.0`), null];
    return {
      code: "T",
      name: "T",
      side: "buy",
      currency: "EUR",
      zoneChart: "Z",
      measure: "chargeableWeight",
      unit: "kg",
      boundary,
      editions: [
        {
          label: "x",
          from: "2026-01-01",
          breaks: all.map((edge) => ({ edge, ...(kinds.next().value as { rate: "flat" }) })),
          rows: zones.map((zone) => {
            const minimum = bounds.next().value as string | undefined;
            return {
              zone,
              rates: bandEdges ? bandEdges.map(page) : page(),
              ...(minimum === undefined ? {} : { minimum }),
            };
          }),
          ...(bandEdges ? { bands: { measure: "goodsValue" as const, edges: bandEdges } } : {}),
        },
      ],
    };
  });
