import type { Setup } from "@/core/setup/setup";

type Tariff = Setup["tariffs"][number];
type Edition = Tariff["editions"][number];

/** How a made-up carrier prices: a start per zone and a price per kg, rounded to a step of its currency. */
interface Pricing {
  readonly zones: Readonly<Record<string, readonly [start: number, perKg: number]>>;
  readonly step: number;
  readonly round: number;
}

const money = (amount: number, round: number) => (Math.round(amount / round) * round).toFixed(2);

/** Flat cells by the edge of each break, a little cheaper per kg as it grows heavier, and a rate for each kg, or each kg above. */
function flatTable(
  edges: readonly number[],
  pricing: Pricing,
  more: { open?: "perUnit" | "basePlus"; gaps?: Readonly<Record<string, number>> } = {},
): Pick<Edition, "breaks" | "rows"> {
  const breaks: Edition["breaks"] = edges.map((edge) => ({ edge: String(edge), rate: "flat" }));
  if (more.open) breaks.push({ edge: null, rate: more.open, per: "1" });
  const rows = Object.entries(pricing.zones).map(([zone, [start, perKg]]) => {
    const cells: (string | null)[] = edges.map((edge, i) =>
      i < (more.gaps?.[zone] ?? edges.length) ? money(start + perKg * edge ** 0.86, pricing.round) : null,
    );
    if (more.open) cells.push(more.gaps?.[zone] === undefined ? money(perKg * 0.85, pricing.step) : null);
    return { zone, rates: cells };
  });
  return { breaks, rows };
}

/** Rates per 100 kg that fall from break to break, with a minimum for each zone. */
function roadTable(
  edges: readonly number[],
  zones: Readonly<Record<string, readonly [per100: number, minimum: number]>>,
): Pick<Edition, "breaks" | "rows" | "lowerNextBreak"> {
  return {
    breaks: edges.map((edge) => ({ edge: String(edge), rate: "perUnit", per: "100" })),
    rows: Object.entries(zones).map(([zone, [per100, minimum]]) => ({
      zone,
      rates: edges.map((_, i) => money(per100 * 0.82 ** i, 0.5)),
      minimum: minimum.toFixed(2),
    })),
    lowerNextBreak: true,
  };
}

const year2026 = { label: "2026", from: "2026-01-01" };
const parcelPricing: Pricing = {
  zones: {
    "1": [2.6, 0.42],
    "2": [4.2, 0.62],
    "3": [4.1, 0.58],
    "4": [5.9, 0.84],
    "5": [6.8, 0.95],
    "6": [8.9, 1.24],
    "7": [5.6, 0.74],
    "8": [9.4, 1.38],
    "9": [10.8, 1.56],
    "10": [9.2, 1.22],
    "11": [18.4, 3.1],
  },
  step: 0.01,
  round: 0.1,
};
const expressPricing: Pricing = {
  zones: {
    "1": [78, 6.2],
    "2": [92, 7.9],
    "3": [112, 8.8],
    "4": [98, 8.4],
    "5": [84, 6.9],
    "6": [132, 10.6],
    "7": [96, 8.1],
    "8": [148, 12.9],
    "9": [128, 11.4],
    "10": [142, 12.2],
  },
  step: 0.5,
  round: 1,
};
const dayPricing: Pricing = {
  zones: {
    "4": [72, 5.6],
    "5": [49, 3.9],
    "6": [88, 7.1],
    "7": [58, 4.8],
    "8": [96, 7.7],
    "9": [94, 8.2],
    "10": [98, 8.4],
  },
  step: 0.5,
  round: 1,
};
const vanPricing: Pricing = {
  zones: {
    MUHU: [4.9, 0.31],
    SAARE: [5.2, 0.33],
    HIIU: [5.9, 0.36],
    ALAND: [9.8, 0.74],
    GOTLAND: [11.6, 0.82],
  },
  step: 0.01,
  round: 0.1,
};
const shopPricing: Pricing = {
  zones: { HOME: [3.3, 0.52], NEAR: [5.9, 0.92], SEA: [7.4, 1.16], ISLES: [9.9, 1.52], FAR: [12.9, 1.94] },
  step: 0.01,
  round: 0.1,
};

const scaled = (pricing: Pricing, factor: number): Pricing => ({
  ...pricing,
  zones: Object.fromEntries(
    Object.entries(pricing.zones).map(([zone, [start, perKg]]) => [
      zone,
      [start * factor, perKg * factor] as const,
    ]),
  ),
});

const byChargeableKg = { measure: "chargeableWeight", unit: "kg", boundary: "upTo" } as const;

export const tariffs: Setup["tariffs"] = [
  {
    code: "PNP-LETTER-BUY",
    name: "Pinepost Letter",
    side: "buy",
    currency: "EUR",
    zoneChart: "PNP",
    measure: "actualWeight",
    unit: "g",
    boundary: "upTo",
    editions: [
      {
        ...year2026,
        breaks: [50, 100, 250, 500, 1000, 2000].map((edge) => ({
          edge: String(edge),
          rate: "flat" as const,
        })),
        rows: Object.keys(parcelPricing.zones).map((zone, i) => ({
          zone,
          rates: [50, 100, 250, 500, 1000, 2000].map((edge, j) =>
            zone === "11" && j > 4 ? null : money((0.9 + 0.12 * i) * (1 + edge / 420), 0.05),
          ),
        })),
      },
    ],
  },
  {
    code: "PNP-POINT-BUY",
    name: "Pinepost Parcel point",
    side: "buy",
    currency: "EUR",
    zoneChart: "PNP",
    measure: "actualWeight",
    unit: "kg",
    boundary: "upTo",
    editions: [
      {
        ...year2026,
        ...flatTable([1, 5, 10, 25], {
          zones: { "1": [1.9, 0.17], "2": [2.9, 0.24], "3": [2.2, 0.2], "4": [4.4, 0.36] },
          step: 0.01,
          round: 0.05,
        }),
      },
    ],
  },
  {
    code: "PNP-PARCEL-BUY",
    name: "Pinepost Parcel",
    side: "buy",
    currency: "EUR",
    zoneChart: "PNP",
    ...byChargeableKg,
    editions: [
      {
        label: "2025",
        from: "2025-01-01",
        to: "2025-12-31",
        ...flatTable([1, 2, 5, 10, 15, 20, 30], scaled(parcelPricing, 0.95), { gaps: { "11": 5 } }),
      },
      {
        label: "2026",
        from: "2026-01-01",
        to: "2026-12-31",
        ...flatTable([1, 2, 5, 10, 15, 20, 30], parcelPricing, { gaps: { "11": 5 } }),
      },
      {
        label: "2027",
        from: "2027-01-01",
        ...flatTable([1, 2, 5, 10, 15, 20, 30], scaled(parcelPricing, 1.038), { gaps: { "11": 5 } }),
      },
    ],
  },
  {
    code: "TRN-EXPRESS-BUY",
    name: "Ternwing Express",
    side: "buy",
    currency: "SEK",
    zoneChart: "TRN",
    ...byChargeableKg,
    editions: [{ ...year2026, ...flatTable([1, 3, 5, 10, 20, 30], expressPricing, { open: "basePlus" }) }],
  },
  {
    code: "TRN-ECO-BUY",
    name: "Ternwing Day Parcel",
    side: "buy",
    currency: "SEK",
    zoneChart: "TRN",
    ...byChargeableKg,
    editions: [{ ...year2026, ...flatTable([3, 5, 10, 15, 25], dayPricing, { gaps: { "8": 3 } }) }],
  },
  {
    code: "STP-TRT-BUY",
    name: "Stonepier Road from Tartu",
    side: "buy",
    currency: "PLN",
    zoneChart: "STP-TRT",
    measure: "chargeableWeight",
    unit: "kg",
    boundary: "from",
    editions: [
      {
        ...year2026,
        ...roadTable([0, 100, 300, 500, 1000], { A: [168, 64], B: [246, 92], C: [318, 128], D: [402, 186] }),
      },
    ],
  },
  {
    code: "STP-GDY-BUY",
    name: "Stonepier Road from Gdynia",
    side: "buy",
    currency: "PLN",
    zoneChart: "STP-GDY",
    measure: "chargeableWeight",
    unit: "kg",
    boundary: "from",
    editions: [
      { ...year2026, ...roadTable([0, 100, 300, 500, 1000], { A: [96, 48], B: [212, 84], C: [268, 112] }) },
    ],
  },
  {
    code: "AMB-VAN-BUY",
    name: "Amberway island van",
    side: "buy",
    currency: "EUR",
    zoneChart: "AMB",
    measure: "actualWeight",
    unit: "kg",
    boundary: "upTo",
    editions: [
      {
        label: "2026",
        from: "2026-01-01",
        to: "2026-12-31",
        ...flatTable([5, 10, 20, 30, 50, 100], vanPricing, { open: "perUnit" }),
      },
      {
        label: "2027",
        from: "2027-01-01",
        ...flatTable([5, 10, 20, 30, 50, 100], scaled(vanPricing, 1.06), { open: "perUnit" }),
      },
    ],
  },
  {
    code: "SHOP-POST-SELL",
    name: "Web shop, by post",
    side: "sell",
    currency: "EUR",
    zoneChart: "SHOP",
    measure: "actualWeight",
    unit: "kg",
    boundary: "upTo",
    editions: [{ ...year2026, ...flatTable([1, 2, 5, 10, 15, 20, 30], scaled(shopPricing, 1.24)) }],
  },
  {
    code: "DEALER-ROAD-SELL",
    name: "Dealers, by road",
    side: "sell",
    currency: "EUR",
    zoneChart: "SHOP",
    measure: "actualWeight",
    unit: "kg",
    boundary: "upTo",
    editions: [
      {
        ...year2026,
        ...flatTable(
          [50, 100, 300, 500, 1000],
          {
            zones: { HOME: [19, 0.42], NEAR: [26, 0.66], SEA: [34, 0.86], ISLES: [46, 1.08] },
            step: 0.01,
            round: 0.5,
          },
          { open: "perUnit" },
        ),
      },
    ],
  },
];
