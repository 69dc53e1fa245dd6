import {
  boolean,
  date,
  doublePrecision,
  foreignKey,
  integer,
  jsonb,
  numeric,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uuid,
} from "drizzle-orm/pg-core";

/**
 * The draft of the setup. A property here has the name of its field in the Setup format, so that one mapper serves all
 * tables; `position` keeps the order of a list, `version` counts the changes of a record. Lists that grow have tables of
 * their own; small values that are only ever read and written whole (an address, a plan, conditions) are JSON, checked by
 * the format's schema on their way in. `numeric` without a precision keeps the digits as they were typed.
 */
const position = integer().notNull();
const version = integer().notNull().default(1);
const code = () => text().primaryKey();

export const setupState = pgTable("setup_state", {
  id: integer().primaryKey(),
  /** Counts every change of the setup: whoever holds a compiled one compares it. */
  stamp: integer().notNull(),
  /** Counts every change of the items. */
  catalogue: integer().notNull().default(0),
  /** Counts every change of what is suspended. */
  suspended: integer().notNull().default(0),
  changedAt: timestamp("changed_at", { withTimezone: true }).notNull(),
});

/**
 * The edits of the last days, by the id the browser gave them: an edit whose answer got lost is asked for again and not
 * stored twice, and one that was made on an older screen finds its places by those that came between.
 */
export const edits = pgTable("edits", {
  id: uuid().primaryKey(),
  /** The state the edit made. */
  stamp: integer().notNull().unique(),
  changes: jsonb().notNull(),
  whoId: text("who_id"),
  at: timestamp({ withTimezone: true }).notNull(),
});

export const business = pgTable("business", {
  id: integer().primaryKey(),
  version,
  name: text().notNull(),
  country: text().notNull(),
  homeCurrency: text("home_currency").notNull(),
  timeZone: text("time_zone").notNull(),
  units: jsonb().notNull(),
  deliveryTaxPercent: numeric("delivery_tax_percent").notNull(),
  deliveryTax: text("delivery_tax"),
  deliveryTaxes: jsonb("delivery_taxes"),
});

export const sourcing = pgTable("sourcing", {
  id: integer().primaryKey(),
  version,
  split: text().notNull(),
  objectives: text().array().notNull(),
  fallbackOrigin: text("fallback_origin").notNull(),
});

export const exchangeRates = pgTable("exchange_rates", {
  position: integer().primaryKey(),
  from: text("from_currency").notNull(),
  to: text("to_currency").notNull(),
  rate: numeric().notNull(),
  asOf: date("as_of", { mode: "string" }).notNull(),
});

export const chargeTypes = pgTable("charge_types", {
  code: code(),
  position,
  version,
  name: text().notNull(),
  taxPercent: numeric("tax_percent"),
  reasonCode: text("reason_code"),
});

export const goodsClasses = pgTable("goods_classes", {
  code: code(),
  position,
  version,
  name: text().notNull(),
  defaultWeight: jsonb("default_weight"),
  notBy: text("not_by").array(),
});

export const origins = pgTable("origins", {
  code: code(),
  position,
  version,
  name: text().notNull(),
  kind: text().notNull(),
  address: jsonb().notNull(),
  returnAddress: jsonb("return_address"),
  positionLat: doublePrecision("position_lat"),
  positionLon: doublePrecision("position_lon"),
  contact: jsonb(),
  timeZone: text("time_zone").notNull(),
  cutOff: text("cut_off").notNull(),
  handlingDays: integer("handling_days").notNull(),
  workdays: integer().array().notNull(),
  holidays: date({ mode: "string" }).array(),
  rank: integer().notNull(),
  serves: jsonb(),
  refusesGoodsClasses: text("refuses_goods_classes").array(),
  active: boolean().notNull(),
});

export const carriers = pgTable("carriers", {
  code: code(),
  position,
  version,
  name: text().notNull(),
  legalName: text("legal_name"),
  country: text().notNull(),
  language: text(),
  currency: text().notNull(),
  taxId: text("tax_id"),
  scac: text(),
  website: text(),
  units: jsonb().notNull(),
  workdays: integer().array().notNull(),
  fuelIndex: jsonb("fuel_index"),
  addresses: jsonb(),
  contacts: jsonb(),
  active: boolean().notNull(),
});

export const zoneCharts = pgTable("zone_charts", {
  code: code(),
  position,
  version,
  name: text().notNull(),
  origins: text().array(),
});

export const zones = pgTable(
  "zones",
  {
    chart: text()
      .notNull()
      .references(() => zoneCharts.code, { onDelete: "cascade" }),
    position,
    code: text().notNull(),
    name: text().notNull(),
  },
  (t) => [primaryKey({ columns: [t.chart, t.position] })],
);

export const zoneEntries = pgTable(
  "zone_entries",
  {
    chart: text()
      .notNull()
      .references(() => zoneCharts.code, { onDelete: "cascade" }),
    position,
    zone: text(),
    country: text().notNull(),
    subdivision: text(),
    postcode: text(),
  },
  (t) => [primaryKey({ columns: [t.chart, t.position] })],
);

export const services = pgTable("services", {
  code: code(),
  position,
  version,
  carrier: text().notNull(),
  name: text().notNull(),
  tier: text().notNull(),
  mode: text(),
  origins: text().array(),
  transit: jsonb().notNull(),
  destinations: jsonb(),
  limits: jsonb(),
  accepts: jsonb(),
  volumetric: jsonb(),
  weightStep: jsonb("weight_step"),
  rate: jsonb().notNull(),
  surcharges: jsonb(),
  active: boolean().notNull(),
});

export const tariffs = pgTable("tariffs", {
  code: code(),
  position,
  version,
  name: text().notNull(),
  side: text().notNull(),
  currency: text().notNull(),
  zoneChart: text("zone_chart").notNull(),
  measure: text().notNull(),
  unit: text(),
  boundary: text().notNull(),
});

export const tariffEditions = pgTable(
  "tariff_editions",
  {
    tariff: text()
      .notNull()
      .references(() => tariffs.code, { onDelete: "cascade" }),
    position,
    label: text().notNull(),
    from: date("valid_from", { mode: "string" }).notNull(),
    to: date("valid_to", { mode: "string" }),
    bands: jsonb(),
    lowerNextBreak: boolean("lower_next_break"),
  },
  (t) => [primaryKey({ columns: [t.tariff, t.position] })],
);

export const tariffBreaks = pgTable(
  "tariff_breaks",
  {
    tariff: text().notNull(),
    edition: integer().notNull(),
    position,
    edge: numeric(),
    rate: text().notNull(),
    per: numeric(),
  },
  (t) => [
    primaryKey({ columns: [t.tariff, t.edition, t.position] }),
    foreignKey({
      columns: [t.tariff, t.edition],
      foreignColumns: [tariffEditions.tariff, tariffEditions.position],
    }).onDelete("cascade"),
  ],
);

/** One zone's row of a freight table; its cells are a list as wide as the edition's breaks (or a list of such per band). */
export const tariffRows = pgTable(
  "tariff_rows",
  {
    tariff: text().notNull(),
    edition: integer().notNull(),
    position,
    zone: text().notNull(),
    rates: jsonb().notNull(),
    minimum: numeric(),
    maximum: numeric(),
  },
  (t) => [
    primaryKey({ columns: [t.tariff, t.edition, t.position] }),
    foreignKey({
      columns: [t.tariff, t.edition],
      foreignColumns: [tariffEditions.tariff, tariffEditions.position],
    }).onDelete("cascade"),
  ],
);

export const channels = pgTable("channels", {
  code: code(),
  position,
  version,
  name: text().notNull(),
  currency: text().notNull(),
  pricesIncludeTax: boolean("prices_include_tax").notNull(),
  whenFree: text("when_free"),
  preselect: text(),
  active: boolean().notNull(),
});

export const offers = pgTable("offers", {
  code: code(),
  position,
  version,
  name: text().notNull(),
  names: jsonb(),
  text: text(),
  channels: text().array().notNull(),
  tier: text(),
  services: text().array().notNull(),
  pick: text().notNull(),
  acrossOrigins: text("across_origins").notNull(),
  destinations: jsonb(),
  poBox: boolean("po_box"),
  customerGroups: text("customer_groups").array(),
  onlyGoodsClasses: text("only_goods_classes").array(),
  refusesGoodsClasses: text("refuses_goods_classes").array(),
  couponOnly: text("coupon_only"),
  plan: jsonb().notNull(),
  currency: text(),
  charged: text(),
  adjust: jsonb(),
  free: jsonb(),
  chargeType: text("charge_type").notNull(),
  taxPercent: numeric("tax_percent"),
  active: boolean().notNull(),
});

export const itemExceptions = pgTable("item_exceptions", {
  position: integer().primaryKey(),
  item: text(),
  goodsClass: text("goods_class"),
  offer: text(),
  destinations: jsonb(),
  do: jsonb("effect").notNull(),
});

export const connections = pgTable("connections", {
  code: code(),
  position,
  version,
  adapter: text().notNull(),
  carrier: text().notNull(),
  timeoutMs: integer("timeout_ms").notNull(),
  cacheMinutes: integer("cache_minutes").notNull(),
});
