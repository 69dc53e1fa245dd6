import { moneyText, roundMoney } from "../money/currency";
import { convert, type Conversion } from "../money/exchange";
import { Decimal } from "../money/decimal";
import type { Facts } from "../rules/facts";
import { shownIn } from "../units/unit";
import { given, refused, reject, type Outcome, type Rejection } from "../working/reason";
import { explainConversion } from "../working/explain-conversion";
import type { Trace } from "../working/step";
import { barredPlace } from "../zones/barred-place";
import { refusal } from "./acceptance";
import { chargeableWeight, explainChargeableWeight } from "./chargeable-weight";
import { transitTo, type CompiledService } from "./compiled-service";
import { freightOf, type FreightAnswer } from "./freight";
import { brokenLimit } from "./limits";
import type { RatingContext, ServiceAnswer, Shipment } from "./shipment";
import { withSurcharges } from "./surcharges";

/** Whether a service takes a shipment and what it costs; otherwise the first thing that stops it. */
export function tryService(
  compiled: CompiledService,
  shipment: Shipment,
  context: RatingContext,
  trace?: Trace,
): Outcome<ServiceAnswer> {
  const { journey, exchange } = context;
  const stop =
    closed(compiled, shipment) ??
    suspended(compiled, shipment, context) ??
    barredPlace(compiled, journey.place, compiled.path) ??
    refusal(compiled, journey.needs, shipment.lines) ??
    brokenLimit(compiled, shipment, journey.currency, exchange);
  if (stop) return refused(stop);
  const chargeable = chargeableWeight(compiled, shipment.measures.parcelGroups);
  if (trace) explainWeight(compiled, shipment, chargeable, trace.at("service"));
  const facts: Facts = {
    journey,
    measures: shipment.measures,
    origins: [shipment.origin],
    shipments: 1,
    chargeableWeight: chargeable,
    cost: Decimal.zero,
    // on the buy side everything is without tax
    chargedCost: Decimal.zero,
  };
  const freight = freightOf(compiled, facts, context, trace?.at("rate"));
  if (!freight.ok) return freight;
  const { currency, zone } = freight.value;
  const conversion = exchange.find(currency, journey.currency);
  if (!conversion)
    return refused(reject("no-exchange-rate", { from: currency, to: journey.currency }, "exchangeRates"));
  const total = surcharged(compiled, freight.value, facts, conversion, context, trace);
  if (!total.ok) return total;
  const cost = roundMoney(convert(total.value, conversion), journey.currency);
  if (trace) explainCost(total.value, cost, conversion, trace.at("rate"));
  return given({
    service: compiled.service.code,
    compiled,
    cost,
    zone,
    chargeableWeight: chargeable,
    transit: transitTo(compiled, zone),
  });
}

/** In a surcharge's condition `cost` is the freight alone, in the quote's currency. */
function surcharged(
  compiled: CompiledService,
  freight: FreightAnswer,
  facts: Facts,
  conversion: Conversion,
  context: RatingContext,
  trace?: Trace,
): Outcome<Decimal> {
  if (compiled.surcharges.length === 0) return given(freight.amount);
  return withSurcharges(
    compiled.surcharges,
    {
      amount: freight.amount,
      currency: freight.currency,
      carrierCurrency: compiled.carrierCurrency,
      fuel: compiled.fuel,
    },
    { ...facts, cost: convert(freight.amount, conversion) },
    context.exchange,
    trace?.at("rate"),
  );
}

/** Switched off, or not leaving from this origin. */
function closed(compiled: CompiledService, shipment: Shipment): Rejection | undefined {
  const { service, path } = compiled;
  if (!service.active) return reject("inactive", { what: "service", name: service.name }, `${path}/active`);
  if (!compiled.carrierActive)
    return reject(
      "inactive",
      { what: "carrier", name: compiled.carrierName },
      `carriers/${service.carrier}/active`,
    );
  if (compiled.origins && !compiled.origins.has(shipment.origin))
    return reject(
      "origin-not-served-by-service",
      { origin: shipment.origin, service: service.name },
      `${path}/origins`,
    );
  return undefined;
}

/** What an origin, a carrier or a service can't do at this moment, whatever the setup says. */
function suspended(
  { service }: CompiledService,
  { origin }: Shipment,
  context: RatingContext,
): Rejection | undefined {
  const { suspended: by } = context;
  return by && (by("origin", origin) ?? by("carrier", service.carrier) ?? by("service", service.code));
}

function explainWeight(
  compiled: CompiledService,
  shipment: Shipment,
  chargeable: Decimal | undefined,
  trace: Trace,
): void {
  const { actualWeight, parcels, parcelGroups } = shipment.measures;
  if (!actualWeight || !chargeable) return;
  trace.add("parcels-formed", { parcels, actual: shownIn(actualWeight, compiled.weightUnit) });
  explainChargeableWeight(compiled, parcelGroups, actualWeight, chargeable, trace);
}

function explainCost(amount: Decimal, cost: Decimal, conversion: Conversion, trace: Trace): void {
  const result = { amount: moneyText(cost, conversion.to), currency: conversion.to };
  explainConversion(amount, cost, conversion, trace);
  trace.add("shipment-cost", { cost: result }, result.amount);
}
