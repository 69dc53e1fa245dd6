import type { PgTable } from "drizzle-orm/pg-core";
import type { CodedList } from "@/core/setup/setup";
import * as t from "../schema/setup";

/** How a list of the Setup lies in tables. Field names are column names, so a layout only tells what is not plain. */
export interface Layout {
  readonly table: PgTable;
  /** Columns that are not fields of the format: the keys of what the row belongs to come first, in order. */
  readonly parents: readonly string[];
  /** Fields whose null is a value of its own ("not served", "and above") and not a missing field. */
  readonly nullable?: readonly string[];
  /** What names a row among its siblings: its code, or its place in the list. */
  readonly key: "code" | "position";
  /** Lists in tables of their own, by field. */
  readonly children?: Readonly<Record<string, Layout>>;
}

const coded = (table: PgTable, children?: Layout["children"]): Layout => ({
  table,
  parents: [],
  key: "code",
  ...(children ? { children } : {}),
});

/** Every list of the Setup. The order is the order of writing: what is referred to comes before what refers. */
export const layouts: Readonly<Record<CodedList | "exchangeRates" | "itemExceptions", Layout>> = {
  exchangeRates: { table: t.exchangeRates, parents: [], key: "position" },
  chargeTypes: coded(t.chargeTypes),
  goodsClasses: coded(t.goodsClasses),
  origins: coded(t.origins),
  carriers: coded(t.carriers),
  zoneCharts: coded(t.zoneCharts, {
    zones: { table: t.zones, parents: ["chart"], key: "position" },
    entries: { table: t.zoneEntries, parents: ["chart"], key: "position", nullable: ["zone"] },
  }),
  tariffs: coded(t.tariffs, {
    editions: {
      table: t.tariffEditions,
      parents: ["tariff"],
      key: "position",
      children: {
        breaks: {
          table: t.tariffBreaks,
          parents: ["tariff", "edition"],
          key: "position",
          nullable: ["edge"],
        },
        rows: { table: t.tariffRows, parents: ["tariff", "edition"], key: "position" },
      },
    },
  }),
  connections: coded(t.connections),
  services: coded(t.services),
  channels: coded(t.channels),
  offers: coded(t.offers),
  itemExceptions: { table: t.itemExceptions, parents: [], key: "position" },
};
export type ListName = keyof typeof layouts;
export const listNames = Object.keys(layouts) as ListName[];

/** The two parts of the Setup that are one row each. */
export const singles = { business: t.business, sourcing: t.sourcing } as const;
