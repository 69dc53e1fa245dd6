import { z } from "zod";
import { fittingUnit } from "./measure";
import { unitsOfMeasure } from "./measures";
import { code, currency, date, name, nonNegative, positive, refuse } from "./primitives";

type Context = { addIssue: (issue: never) => void };

export const tariffMeasure = z.enum([
  "chargeableWeight",
  "actualWeight",
  "volume",
  "quantity",
  "goodsValue",
  "goodsValueIncTax",
  "parcels",
  "distance",
]);

export const tariffBreak = z
  .strictObject({
    edge: nonNegative.nullable(),
    rate: z.enum(["flat", "perUnit", "basePlus"]),
    per: positive.exactOptional(),
  })
  .superRefine((entry, ctx) => {
    if (entry.rate !== "flat" && entry.per === undefined) refuse(ctx, "per-missing", ["per"]);
  });

const cell = nonNegative.nullable();

export const tariffRow = z
  .strictObject({
    zone: code,
    rates: z.array(z.union([cell, z.array(cell)])).max(1000),
    minimum: nonNegative.exactOptional(),
    maximum: nonNegative.exactOptional(),
  })
  .superRefine((row, ctx) => {
    if (row.minimum !== undefined && row.maximum !== undefined && Number(row.minimum) > Number(row.maximum))
      refuse(ctx, "minimum-over-maximum", ["maximum"]);
  });

export const edition = z
  .strictObject({
    label: z.string().min(1).max(60),
    from: date,
    to: date.exactOptional(),
    breaks: z.array(tariffBreak).min(1).max(1000),
    bands: z
      .strictObject({
        measure: tariffMeasure,
        unit: z.string().max(10).exactOptional(),
        currency: currency.exactOptional(),
        edges: z.array(nonNegative.nullable()).min(1).max(100),
      })
      .superRefine(fittingUnit)
      .exactOptional(),
    rows: z.array(tariffRow).max(5000),
    lowerNextBreak: z.boolean().exactOptional(),
  })
  .superRefine((table, ctx) => {
    if (table.to !== undefined && table.to < table.from) refuse(ctx, "dates-reversed", ["to"]);
    checkShape(table, ctx);
  });

function checkShape(
  table: { breaks: unknown[]; bands?: { edges: (string | null)[] }; rows: { rates: unknown[] }[] },
  ctx: Context,
): void {
  table.rows.forEach((row, index) => {
    const pages = table.bands?.edges.length;
    if (pages === undefined) {
      if (row.rates.length !== table.breaks.length || row.rates.some(Array.isArray))
        refuse(ctx, "rates-do-not-match-breaks", ["rows", index, "rates"], {
          breaks: String(table.breaks.length),
          rates: String(row.rates.length),
        });
    } else if (
      row.rates.length !== pages ||
      !row.rates.every((page) => Array.isArray(page) && page.length === table.breaks.length)
    ) {
      refuse(ctx, "rates-do-not-match-bands", ["rows", index, "rates"], {
        breaks: String(table.breaks.length),
        bands: String(pages),
      });
    }
  });
  if (table.bands) ascending(table.bands.edges, ["bands", "edges"], ctx);
}

function ascending(edges: (string | null)[], path: (string | number)[], ctx: Context): void {
  edges.forEach((edge, index) => {
    const before = edges[index - 1];
    if (edge === null) {
      if (index < edges.length - 1) refuse(ctx, "open-edge-not-last", [...path, index]);
    } else if (before !== undefined && before !== null && Number(before) >= Number(edge)) {
      refuse(ctx, "edges-not-ascending", [...path, index], { before, edge });
    }
  });
}

export const tariff = z
  .strictObject({
    code,
    name,
    side: z.enum(["buy", "sell"]),
    currency,
    zoneChart: code,
    measure: tariffMeasure,
    unit: z.string().max(10).exactOptional(),
    boundary: z.enum(["upTo", "from"]),
    editions: z.array(edition).max(200),
  })
  .superRefine((table, ctx) => {
    const units = unitsOfMeasure[table.measure];
    if (units && table.unit === undefined) refuse(ctx, "unit-missing", ["unit"], { units: units.join(", ") });
    fittingUnit(table, ctx);
    table.editions.forEach((entry, index) => {
      const path = ["editions", index, "breaks"];
      ascending(
        entry.breaks.map((b) => b.edge),
        path,
        ctx,
      );
      // the lower end of a break that begins somewhere can't be open
      const open = entry.breaks.findIndex((b) => b.edge === null);
      if (table.boundary === "from" && open >= 0) refuse(ctx, "open-edge-in-from", [...path, open, "edge"]);
    });
  });

export type Tariff = z.infer<typeof tariff>;
export type Edition = z.infer<typeof edition>;
export type TariffBreak = z.infer<typeof tariffBreak>;
export type TariffRow = z.infer<typeof tariffRow>;
export type TariffMeasure = z.infer<typeof tariffMeasure>;
