import type { Condition } from "./condition";
import type { Outcome, Plan } from "./plan";
import { joinPath } from "./path";
import type { CodedList, Setup } from "./setup";

/** One place of a setup that names a member of a list by its code. */
export interface Reference {
  readonly list: CodedList | "zones";
  readonly code: string;
  /** For `zones`: the chart the zone belongs to. */
  readonly chart?: string;
  readonly path: string;
}

type Emit = (list: Reference["list"], code: string | undefined, path: string, chart?: string) => void;

/** Says of a member of a list (a part of the setup by its first two segments) whether its references are wanted. */
export type Wanted = (list: CodedList, code: string) => boolean;

/** Every reference of a setup, in the order of the setup; of its coded lists those of the wanted members. */
export function references(setup: Setup, wanted: Wanted = () => true): Reference[] {
  const found: Reference[] = [];
  const emit: Emit = (list, code, path, chart) => {
    if (code !== undefined) found.push({ list, code, path, ...(chart === undefined ? {} : { chart }) });
  };
  const of = <T extends { readonly code: string }>(list: CodedList, members: readonly T[]): T[] =>
    members.filter(({ code }) => wanted(list, code));
  const charts = new Map(setup.tariffs.map((tariff) => [tariff.code, tariff.zoneChart]));
  ofOrigins(of("origins", setup.origins), emit);
  ofCharts(of("zoneCharts", setup.zoneCharts), emit);
  ofServices(of("services", setup.services), charts, emit);
  ofTariffs(of("tariffs", setup.tariffs), emit);
  ofOffers(of("offers", setup.offers), emit);
  setup.itemExceptions.forEach((entry, i) => {
    emit("goodsClasses", entry.goodsClass, joinPath("itemExceptions", i, "goodsClass"));
    emit("offers", entry.offer, joinPath("itemExceptions", i, "offer"));
  });
  for (const channel of of("channels", setup.channels))
    if (channel.preselect !== undefined && !["cheapest", "fastest", "first"].includes(channel.preselect))
      emit("offers", channel.preselect, joinPath("channels", channel.code, "preselect"));
  of("connections", setup.connections).forEach((entry) =>
    emit("carriers", entry.carrier, joinPath("connections", entry.code, "carrier")),
  );
  setup.business.deliveryTaxes?.forEach(({ channels }, i) =>
    each(emit, "channels", channels, joinPath("business", "deliveryTaxes", i, "channels")),
  );
  emit("origins", setup.sourcing.fallbackOrigin, "sourcing/fallbackOrigin");
  return found;
}

function each(
  emit: Emit,
  list: Reference["list"],
  codes: readonly string[] | undefined,
  path: string,
  chart?: string,
): void {
  codes?.forEach((code, index) => emit(list, code, `${path}/${index}`, chart));
}

function ofOrigins(origins: Setup["origins"], emit: Emit): void {
  for (const origin of origins)
    each(
      emit,
      "goodsClasses",
      origin.refusesGoodsClasses,
      joinPath("origins", origin.code, "refusesGoodsClasses"),
    );
}

function ofCharts(zoneCharts: Setup["zoneCharts"], emit: Emit): void {
  for (const chart of zoneCharts) {
    each(emit, "origins", chart.origins, joinPath("zoneCharts", chart.code, "origins"));
    chart.entries.forEach((entry, i) =>
      emit(
        "zones",
        entry.zone ?? undefined,
        joinPath("zoneCharts", chart.code, "entries", i, "zone"),
        chart.code,
      ),
    );
  }
}

function ofServices(services: Setup["services"], charts: ReadonlyMap<string, string>, emit: Emit): void {
  for (const service of services) {
    const at = (...rest: (string | number)[]) => joinPath("services", service.code, ...rest);
    emit("carriers", service.carrier, at("carrier"));
    each(emit, "origins", service.origins, at("origins"));
    each(emit, "goodsClasses", service.accepts?.refusesGoodsClasses, at("accepts", "refusesGoodsClasses"));
    each(emit, "goodsClasses", service.accepts?.onlyGoodsClasses, at("accepts", "onlyGoodsClasses"));
    const { rate } = service;
    if ("tariff" in rate) emit("tariffs", rate.tariff, at("rate", "tariff"));
    if ("live" in rate) {
      emit("connections", rate.live, at("rate", "live"));
      if (typeof rate.fallback === "object" && "tariff" in rate.fallback)
        emit("tariffs", rate.fallback.tariff, at("rate", "fallback", "tariff"));
    }
    const fallback = "live" in rate && typeof rate.fallback === "object" ? rate.fallback : undefined;
    const tariff = "tariff" in rate ? rate.tariff : fallback && "tariff" in fallback ? fallback.tariff : "";
    const chart = charts.get(tariff);
    if (chart !== undefined)
      service.transit.byZone?.forEach((entry, i) =>
        emit("zones", entry.zone, at("transit", "byZone", i, "zone"), chart),
      );
    service.surcharges?.forEach((entry) => {
      emit("chargeTypes", entry.chargeType, at("surcharges", entry.code, "chargeType"));
      ofConditions(entry.when, at("surcharges", entry.code, "when"), emit);
    });
  }
}

function ofTariffs(tariffs: Setup["tariffs"], emit: Emit): void {
  for (const tariff of tariffs) {
    emit("zoneCharts", tariff.zoneChart, joinPath("tariffs", tariff.code, "zoneChart"));
    for (const edition of tariff.editions)
      edition.rows.forEach((row, i) =>
        emit(
          "zones",
          row.zone,
          joinPath("tariffs", tariff.code, "editions", edition.label, "rows", i, "zone"),
          tariff.zoneChart,
        ),
      );
  }
}

function ofOffers(offers: Setup["offers"], emit: Emit): void {
  for (const offer of offers) {
    const at = (...rest: (string | number)[]) => joinPath("offers", offer.code, ...rest);
    each(emit, "channels", offer.channels, at("channels"));
    each(emit, "services", offer.services, at("services"));
    each(emit, "goodsClasses", offer.onlyGoodsClasses, at("onlyGoodsClasses"));
    each(emit, "goodsClasses", offer.refusesGoodsClasses, at("refusesGoodsClasses"));
    emit("chargeTypes", offer.chargeType, at("chargeType"));
    offer.adjust?.additions?.forEach((entry, i) => {
      emit("chargeTypes", entry.chargeType, at("adjust", "additions", i, "chargeType"));
      ofConditions(entry.when, at("adjust", "additions", i, "when"), emit);
    });
    ofPlan(offer.plan, at("plan"), emit);
    if (offer.free && "anyOf" in offer.free) ofConditions(offer.free.anyOf, at("free", "anyOf"), emit);
    if (offer.free && "allOf" in offer.free) ofConditions(offer.free.allOf, at("free", "allOf"), emit);
  }
}

function ofPlan(plan: Plan, path: string, emit: Emit): void {
  if (plan.kind === "tariff") emit("tariffs", plan.tariff, `${path}/tariff`);
  if (plan.kind === "byGoodsClass")
    plan.classes.forEach((entry, i) =>
      emit("goodsClasses", entry.goodsClass, `${path}/classes/${i}/goodsClass`),
    );
  if (plan.kind !== "ladder") return;
  plan.rules.forEach((rule, i) => {
    ofConditions(rule.when, `${path}/rules/${i}/when`, emit);
    ofOutcome(rule.then, `${path}/rules/${i}/then`, emit);
  });
  if (plan.otherwise) ofOutcome(plan.otherwise, `${path}/otherwise`, emit);
}

function ofOutcome(outcome: Outcome, path: string, emit: Emit): void {
  if ("tariff" in outcome) emit("tariffs", outcome.tariff, `${path}/tariff`);
}

function ofConditions(conditions: readonly Condition[] | undefined, path: string, emit: Emit): void {
  conditions?.forEach((condition, i) => ofCondition(condition, `${path}/${i}`, emit));
}

function ofCondition(condition: Condition, path: string, emit: Emit): void {
  if ("not" in condition) ofCondition(condition.not, `${path}/not`, emit);
  if ("zone" in condition) {
    emit("zoneCharts", condition.chart, `${path}/chart`);
    each(emit, "zones", condition.zone, `${path}/zone`, condition.chart);
  }
  if ("channel" in condition) each(emit, "channels", condition.channel, `${path}/channel`);
  if ("origin" in condition) each(emit, "origins", condition.origin, `${path}/origin`);
  if ("goodsClass" in condition) each(emit, "goodsClasses", condition.goodsClass, `${path}/goodsClass`);
}
