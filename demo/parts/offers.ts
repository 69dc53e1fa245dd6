import type { Setup } from "@/core/setup/setup";

export const channels: Setup["channels"] = [
  {
    code: "web",
    name: "Web shop",
    currency: "EUR",
    pricesIncludeTax: true,
    whenFree: "dropSlowerOrEqual",
    preselect: "cheapest",
    active: true,
  },
  { code: "market", name: "Marketplace", currency: "SEK", pricesIncludeTax: true, active: true },
  { code: "dealers", name: "Dealers", currency: "EUR", pricesIncludeTax: false, active: true },
  { code: "phone", name: "Telephone and fairs", currency: "EUR", pricesIncludeTax: true, active: true },
];

const taken = { pick: "cheapest", acrossOrigins: "any", chargeType: "freight", active: true } as const;

/** What customers may choose, in the order they see it. */
export const offers: Setup["offers"] = [
  {
    code: "collect",
    name: "Collect at the store",
    names: { et: "Tulen ise järele", sv: "Hämta i butiken" },
    channels: ["web", "phone", "dealers"],
    tier: "collection",
    services: ["OWN-COLLECT"],
    destinations: { only: [{ country: "EE" }, { country: "SE" }] },
    plan: { kind: "flat", amount: "0", per: "order" },
    ...taken,
  },
  {
    code: "letter",
    name: "In the letter box",
    channels: ["web", "market"],
    tier: "economy",
    services: ["PNP-LETTER"],
    plan: { kind: "flat", amount: "3.90", per: "order" },
    onlyGoodsClasses: ["small"],
    ...taken,
  },
  {
    code: "point",
    name: "To a parcel point",
    channels: ["web"],
    tier: "economy",
    services: ["PNP-POINT"],
    destinations: { only: [{ country: "EE" }, { country: "LV" }, { country: "LT" }, { country: "FI" }] },
    poBox: false,
    plan: { kind: "flat", amount: "4.90", per: "parcel" },
    free: { anyOf: [{ measure: "goodsValueIncTax", op: ">=", value: "75" }] },
    ...taken,
  },
  {
    code: "club",
    name: "Parcel point for club members",
    text: "With the code from the club letter.",
    channels: ["web"],
    tier: "economy",
    services: ["PNP-POINT"],
    poBox: false,
    couponOnly: "HONEY",
    plan: { kind: "flat", amount: "2.40", per: "parcel" },
    free: { allOf: [{ measure: "goodsValueIncTax", op: ">=", value: "40" }, { coupon: ["HONEY"] }] },
    ...taken,
  },
  {
    code: "post",
    name: "To your door by post",
    names: { et: "Postiga koju", fi: "Postitse kotiin" },
    channels: ["web", "phone"],
    tier: "standard",
    services: ["PNP-PARCEL", "TRN-ECO"],
    plan: { kind: "tariff", tariff: "SHOP-POST-SELL" },
    adjust: { rounding: { ending: "0.90" } },
    free: {
      allOf: [
        { measure: "goodsValueIncTax", op: ">=", value: "150" },
        { country: ["EE", "LV", "LT", "FI"] },
        { not: { goodsClass: ["bulky", "liquid"], in: "any" } },
      ],
    },
    ...taken,
  },
  {
    code: "market-post",
    name: "Parcel to your door",
    channels: ["market"],
    tier: "standard",
    services: ["PNP-PARCEL", "TRN-ECO"],
    plan: { kind: "costPlus" },
    charged: "perShipmentSum",
    adjust: { marginPercent: "42", minimum: "5.20", rounding: { step: "1", mode: "nearest" } },
    ...taken,
  },
  {
    code: "express",
    name: "Express",
    text: "Live bees travel only this way.",
    channels: ["web", "market", "phone"],
    tier: "express",
    services: ["TRN-EXPRESS"],
    destinations: { not: [{ country: "NO", postcode: "9*" }] },
    poBox: false,
    plan: { kind: "costPlus" },
    adjust: {
      marginPercent: "46",
      additions: [
        { name: "Handling", amount: { fixed: "1.50" }, chargeType: "handling", showSeparately: true },
        { name: "Cover", amount: { percent: "0.5", of: "goodsValue" } },
      ],
      rounding: { step: "0.10", mode: "up" },
    },
    ...taken,
  },
  {
    code: "island",
    name: "Island van",
    channels: ["web", "phone", "dealers"],
    tier: "standard",
    services: ["AMB-VAN"],
    destinations: {
      only: [
        { country: "EE", postcode: "92*" },
        { country: "EE", postcode: "93*" },
        { country: "EE", postcode: "94*" },
        { country: "AX" },
        { country: "SE", postcode: "62*" },
      ],
    },
    plan: { kind: "costPlus" },
    adjust: { marginPercent: "52" },
    ...taken,
  },
  {
    code: "own-van",
    name: "Our van around Tartu",
    channels: ["web", "phone", "dealers"],
    tier: "standard",
    services: ["OWN-VAN"],
    destinations: {
      only: [
        { country: "EE", postcode: "50..51" },
        { country: "EE", postcode: "60*" },
        { country: "EE", postcode: "61*" },
      ],
    },
    plan: { kind: "flat", amount: "6.50", per: "order" },
    ...taken,
  },
  {
    code: "dealer-parcel",
    name: "Parcel",
    channels: ["dealers"],
    tier: "standard",
    services: ["PNP-PARCEL", "TRN-ECO"],
    customerGroups: ["dealer", "station"],
    plan: {
      kind: "ladder",
      match: "first",
      rules: [
        {
          name: "Large orders without bulky goods",
          when: [
            { measure: "goodsValue", op: ">=", value: "1200" },
            { not: { goodsClass: ["bulky"], in: "any" } },
          ],
          then: { free: true },
        },
        {
          name: "Light parcels in the Baltics",
          when: [
            { country: ["EE", "LV", "LT"] },
            { measure: "chargeableWeight", unit: "kg", op: "<=", value: "12" },
          ],
          then: {
            terms: [{ constant: "4.20" }, { measure: "chargeableWeight", unit: "kg", amount: "0.38" }],
          },
        },
        {
          name: "Syrup by the can stays on the pallet",
          when: [
            { goodsClass: ["liquid"], in: "any" },
            { measure: "actualWeight", unit: "kg", op: ">", value: "120" },
          ],
          then: { withhold: "Over 120 kg of liquids goes by pallet." },
        },
      ],
      otherwise: { costPlus: true },
    },
    charged: "perShipmentSum",
    adjust: { marginPercent: "10" },
    ...taken,
  },
  {
    code: "pallet",
    name: "Pallet by road",
    channels: ["dealers"],
    tier: "freight",
    services: ["STP-ROAD-TRT", "STP-ROAD-GDY"],
    destinations: { not: [{ country: "NO" }] },
    plan: { kind: "tariff", tariff: "DEALER-ROAD-SELL" },
    charged: "perShipmentSum",
    adjust: {
      additions: [
        { name: "Diesel", amount: { percent: "6", of: "freight" }, chargeType: "fuel", showSeparately: true },
      ],
      maximum: "690",
    },
    ...taken,
  },
  {
    code: "station",
    name: "Research station parcel",
    channels: ["dealers"],
    tier: "standard",
    services: ["PNP-PARCEL", "TRN-ECO"],
    customerGroups: ["station"],
    plan: {
      kind: "terms",
      terms: [
        { constant: "3.50" },
        { measure: "actualWeight", unit: "kg", amount: "0.42" },
        { percent: "0.5", of: "goodsValue" },
      ],
    },
    ...taken,
  },
  {
    code: "by-kind",
    name: "By kind of goods",
    channels: ["phone"],
    tier: "standard",
    services: ["PNP-PARCEL", "TRN-ECO"],
    pick: "fastest",
    acrossOrigins: "sameService",
    chargeType: "freight",
    active: true,
    plan: {
      kind: "byGoodsClass",
      combine: "sum",
      classes: [
        { goodsClass: "bulky", terms: [{ measure: "quantity", amount: "9.50" }] },
        { goodsClass: "liquid", terms: [{ measure: "actualWeight", unit: "kg", amount: "0.60" }] },
      ],
      otherwise: [{ constant: "5.90" }],
    },
  },
];

/** What single items cost, or spare, in delivery. */
export const itemExceptions: Setup["itemExceptions"] = [
  { item: "HIVE-OAK", offer: "post", do: { instead: "59.00" } },
  { item: "QUEEN", offer: "express", do: { extra: "2.50" } },
  { item: "QMARK", do: "shipsFree" },
  { goodsClass: "dangerous", offer: "island", destinations: [{ country: "AX" }], do: "ban" },
];
