import type { FindingCode } from "@/core/checks/finding";

/** Why each finding matters: what happens to an order where nothing is done about it. */
export const findingWhy: Readonly<Record<FindingCode, string>> = {
  "unknown-code": "Nothing can be rated while something is named that is not there.",
  "zone-conflict":
    "Two zones are given for one place: orders go by the one listed first, which may be the wrong price.",
  "entry-unreachable": "A line that never counts looks as if it did: somebody will rely on it.",
  "zone-unreachable": "Its rates are never used.",
  "countries-in-no-zone": "Orders to these countries get no rate from this chart.",
  "countries-without-offer": "Buyers there can choose no delivery.",
  "zones-without-row": "Orders to these zones are withheld though the service goes there.",
  "empty-cells": "Orders in these cells are withheld.",
  "rate-falls": "A heavier parcel costs less than a lighter one: likely a typing error in one of the two.",
  "rate-stands-out":
    "A decimal sign at the wrong place makes a charge ten or a hundred times too high or too low.",
  "last-break-below-limit": "Parcels the service would take get no rate.",
  "edges-look-like-grams": "Every order falls into the first break.",
  "edition-gap": "On these days nothing is rated by this tariff.",
  "edition-overlap": "On these days the later edition counts, which may not be the one that was meant.",
  "edition-expired": "Nothing is rated by this tariff any more.",
  "edition-ends-soon": "From the day after, nothing is rated by this tariff until a new edition is there.",
  "rule-unreachable": "Its charge is never asked for.",
  "rule-contradicts": "Its charge is never asked for.",
  "ladder-gap": "Some orders get no charge, and so not this offer.",
  "free-never": "No order is ever free, whatever buyers were told.",
  "free-always": "Nobody pays for this delivery.",
  "offer-without-service": "No buyer is ever given it.",
  "offer-without-charge": "No buyer is ever given it.",
  "cost-gets-tax": "A percentage on the cost earns less than it says where the tax is left out.",
  "rounding-of-one-currency":
    "A step that suits one currency is far too coarse, or far too fine, for the other.",
  "exchange-rate-missing": "Orders in this currency can't be rated.",
  "mode-missing": "Goods that may not go by air would be put on an aeroplane.",
  "service-unused": "Work spent on its rates changes nothing, and a cheaper way may be left unused.",
  "limit-suspicious":
    "A limit in the wrong unit lets through what the carrier refuses, or holds back everything.",
  "percent-suspicious": "A hundredth of what was meant is charged, or cost.",
  "sell-below-buy": "Each of these orders loses money.",
  "typical-order-loses": "What most customers order is sent at a loss; where that is meant, set it aside.",
  "duplicate-name": "People choose the wrong one of two that are called alike.",
  "item-without-weight": "Offers that go by weight are withheld from orders with it.",
  "item-without-size": "Services with size limits, or that charge by volume, pass it over.",
  "item-too-heavy": "No order with it can be sent.",
  "item-weight-suspicious": "A weight in the wrong unit makes every charge of it wrong.",
  "exception-unknown-item": "A ban or charge that somebody relies on does not count.",
  "item-unknown-class": "What services refuse or charge for its class does not count for it.",
};
