import { z } from "zod";
import { business, chargeType, exchangeRate, goodsClass } from "./business";
import { carrier } from "./carrier";
import { channel, connection, itemException, offer, sourcing } from "./offer";
import { origin } from "./origin";
import { refuse } from "./primitives";
import { service } from "./service";
import { tariff } from "./tariff";
import { zoneChart } from "./zone-chart";

/** Lists whose members other things refer to by `code`. */
export const codedLists = [
  "chargeTypes",
  "goodsClasses",
  "origins",
  "carriers",
  "zoneCharts",
  "services",
  "tariffs",
  "channels",
  "offers",
  "connections",
] as const;
export type CodedList = (typeof codedLists)[number];

function duplicates(
  list: readonly { code: string }[],
  path: (string | number)[],
  ctx: { addIssue: (issue: never) => void },
  key = "code",
): void {
  const seen = new Set<string>();
  list.forEach((entry, index) => {
    if (seen.has(entry.code)) refuse(ctx, "duplicate-code", [...path, index, key], { code: entry.code });
    seen.add(entry.code);
  });
}

/** The whole configuration as plain data: what is stored, exported, published and compiled. */
export const setupSchema = z
  .strictObject({
    format: z.literal("wallodrom-setup/1"),
    business,
    exchangeRates: z.array(exchangeRate).max(10_000),
    chargeTypes: z.array(chargeType).max(500),
    goodsClasses: z.array(goodsClass).max(500),
    origins: z.array(origin).max(500),
    carriers: z.array(carrier).max(1000),
    zoneCharts: z.array(zoneChart).max(1000),
    services: z.array(service).max(5000),
    tariffs: z.array(tariff).max(5000),
    channels: z.array(channel).max(200),
    offers: z.array(offer).max(5000),
    itemExceptions: z.array(itemException).max(100_000),
    sourcing,
    connections: z.array(connection).max(200),
  })
  .superRefine((setup, ctx) => {
    for (const list of codedLists) duplicates(setup[list], [list], ctx);
    setup.zoneCharts.forEach((chart, i) => duplicates(chart.zones, ["zoneCharts", i, "zones"], ctx));
    setup.tariffs.forEach((table, i) => {
      const labels = table.editions.map((edition) => ({ code: edition.label }));
      duplicates(labels, ["tariffs", i, "editions"], ctx, "label");
      table.editions.forEach((edition, j) => {
        const zones = edition.rows.map((row) => ({ code: row.zone }));
        duplicates(zones, ["tariffs", i, "editions", j, "rows"], ctx, "zone");
      });
    });
  });

export type Setup = z.infer<typeof setupSchema>;

/** The schema of one member of each coded list, for checking a single record. */
export const memberSchemas = {
  chargeTypes: chargeType,
  goodsClasses: goodsClass,
  origins: origin,
  carriers: carrier,
  zoneCharts: zoneChart,
  services: service,
  tariffs: tariff,
  channels: channel,
  offers: offer,
  connections: connection,
} satisfies Record<CodedList, z.ZodType>;
