import { moneyText, roundMoney } from "../money/currency";
import { convert, type Conversion, type ExchangeRates } from "../money/exchange";
import { Decimal } from "../money/decimal";
import { tariffRate } from "../tariffs/rate";
import { shownIn } from "../units/unit";
import { given, refused, reject, type Outcome, type Rejection } from "../working/reason";
import type { Trace } from "../working/step";
import { refusal } from "./acceptance";
import { chargeableWeight, explainChargeableWeight } from "./chargeable-weight";
import type { CompiledService } from "./compiled-service";
import { brokenLimit } from "./limits";
import type { Journey, ServiceAnswer, Shipment } from "./shipment";
import { tariffValue } from "./tariff-value";

/** Whether a service takes a shipment and what it costs; otherwise the first thing that stops it. */
export function tryService(
  compiled: CompiledService,
  shipment: Shipment,
  journey: Journey,
  exchange: ExchangeRates,
  trace?: Trace,
): Outcome<ServiceAnswer> {
  const stop =
    closed(compiled, shipment) ??
    refusal(compiled, journey.needs, shipment.lines) ??
    brokenLimit(compiled, shipment, journey.currency, exchange);
  if (stop) return refused(stop);
  const chargeable = chargeableWeight(compiled, shipment.measures.parcelGroups);
  if (trace) explainWeight(compiled, shipment, chargeable, trace.at("service"));
  const { tariff } = compiled;
  if (!tariff) {
    trace
      ?.at("rate")
      .add(
        "no-freight",
        { service: compiled.service.name },
        moneyText(Decimal.zero, journey.currency),
        `${compiled.path}/rate`,
      );
    return given({
      service: compiled.service.code,
      cost: Decimal.zero,
      zone: undefined,
      chargeableWeight: chargeable,
    });
  }
  const value = tariffValue(tariff, shipment.measures, chargeable, journey.currency, exchange);
  if (!value.ok) return value;
  const rate = tariffRate(
    tariff,
    { value: value.value, place: journey.place, origins: [shipment.origin], date: journey.date },
    trace?.at("rate"),
  );
  if (!rate.ok) return rate;
  const conversion = exchange.find(tariff.currency, journey.currency);
  if (!conversion)
    return refused(
      reject("no-exchange-rate", { from: tariff.currency, to: journey.currency }, "exchangeRates"),
    );
  const cost = roundMoney(convert(rate.value.amount, conversion), journey.currency);
  if (trace) explainCost(rate.value.amount, cost, conversion, trace.at("rate"));
  return given({ service: compiled.service.code, cost, zone: rate.value.zone, chargeableWeight: chargeable });
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
  if (conversion.via.length > 0)
    trace.add(
      "converted",
      {
        from: { amount: moneyText(amount, conversion.from), currency: conversion.from },
        rates: ratesUsed(conversion),
      },
      result.amount,
      conversion.via[0]?.source,
    );
  trace.add("shipment-cost", { cost: result }, result.amount);
}

/** The rates of a conversion as figures for a step. */
export function ratesUsed(conversion: Conversion) {
  return conversion.via.map(({ from, to, rate, asOf }) => ({ from, to, rate: rate.toString(), asOf }));
}
