/** An order of the demo, before it is stored. */
export interface DemoOrder {
  readonly number: string;
  readonly channel: string;
  readonly placedAt: string;
  readonly customerName: string;
  readonly customerGroup?: string;
  readonly street: string;
  readonly city: string;
  readonly postcode: string;
  readonly country: string;
  readonly poBox?: boolean;
  readonly cashOnDelivery?: boolean;
  readonly coupon?: string;
  /** The offer the buyer chose, and what they were charged for it with tax. */
  readonly wish?: { readonly offer: string; readonly gross: string };
  readonly lines: readonly {
    readonly sku: string;
    readonly quantity: number;
    readonly unitPrice: string;
    readonly origin?: string;
  }[];
  /** Apply this offer when the demo is loaded; `then` changes a quantity afterwards, so that the charge is out of date. */
  readonly apply?: {
    readonly offer: string;
    readonly then?: { readonly position: number; readonly quantity: number };
  };
  /** Of a past order: which of the offers was taken, as a part of their number (0 the first, under 1). */
  readonly taken?: number;
}

/** Numbers from a fixed seed (mulberry32), so that the demo is the same every time. */
function seeded(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const people = [
  "Liina Kuusk",
  "Mart Põder",
  "Ene Saarik",
  "K. Ozolkalns",
  "Jānis Vītolgrava",
  "Rasa Medžiukaitė",
  "T. Virtakoski",
  "Aino Hakkaranta",
  "Elsa Lindqvarn",
  "Per Bergströmell",
  "Ingrid Sjöhagen",
  "Olav Fjellbekk",
  "Marta Pasiekowska",
  "Adam Brzozecki",
  "Birgit Holmsager",
  "Jonas Feldimker",
  "Claire Ruchette",
  "Piet Korfsteen",
  "Sven Ålövik",
  "Tuuli Metsaäär",
];
const firms = [
  "Hiiu Mesila OÜ",
  "Gotska Bigård AB",
  "Pasieka Nad Strugą",
  "Norrbi Redskap AB",
  "Medus Pils SIA",
  "Taru ja Sula Oy",
  "Vahemere Aed OÜ",
  "Bartnia Stara sp. z o.o.",
  "Uulu Bee Station",
  "Ringhonning AS",
];
const towns: readonly [country: string, postcode: string, city: string, street: string][] = [
  ["EE", "50115", "Tartu", "Nektari 4"],
  ["EE", "10133", "Tallinn", "Õie 17"],
  ["EE", "93812", "Kuressaare", "Kadaka 2"],
  ["EE", "92413", "Kärdla", "Pihlaka 9"],
  ["EE", "68203", "Valga", "Mee 31"],
  ["LV", "LV-1010", "Riga", "Liepu iela 8"],
  ["LV", "LV-3601", "Ventspils", "Bišu iela 2"],
  ["LT", "LT-44280", "Kaunas", "Medaus g. 5"],
  ["FI", "33100", "Tampere", "Hunajatie 6"],
  ["FI", "90100", "Oulu", "Kennokatu 3"],
  ["FI", "99800", "Ivalo", "Tunturipolku 1"],
  ["AX", "22100", "Mariehamn", "Ljunggatan 12"],
  ["SE", "621 45", "Visby", "Kryddgränd 5"],
  ["SE", "981 31", "Kiruna", "Malmstigen 7"],
  ["SE", "211 20", "Malmö", "Lindvägen 14"],
  ["SE", "903 26", "Umeå", "Björkgatan 22"],
  ["PL", "80-001", "Gdańsk", "ul. Lipowa 3"],
  ["PL", "82-300", "Elbląg", "ul. Wrzosowa 11"],
  ["DK", "3700", "Rønne", "Lyngvej 6"],
  ["NO", "9170", "Longyearbyen", "Vei 219"],
  ["NO", "0150", "Oslo", "Kløverveien 4"],
  ["DE", "18055", "Rostock", "Imkerweg 8"],
  ["FR", "29200", "Brest", "Rue des Ruches 5"],
];
/** Baskets as people fill them, by channel. */
const baskets: Readonly<Record<string, readonly (readonly [string, number][])[]>> = {
  web: [
    [
      ["HIVE-10", 2],
      ["SMOKER", 1],
    ],
    [
      ["TOOL-J", 1],
      ["BRUSH", 2],
    ],
    [
      ["SUIT-L", 1],
      ["GLOVES", 1],
    ],
    [
      ["FRAME-25", 2],
      ["FOUND-5", 1],
    ],
    [["HIVE-KIT", 1]],
    [["QUEEN", 2]],
    [
      ["HONEY-12", 1],
      ["BOOK", 1],
    ],
    [
      ["QMARK", 3],
      ["QCAGE-10", 1],
    ],
    [["SYRUP-14", 2]],
    [
      ["NUC-5", 1],
      ["TOOL-J", 1],
    ],
    [["VOUCHER", 1]],
    [["POLLEN", 1]],
    [
      ["OXALIC-1", 1],
      ["GLOVES", 1],
    ],
  ],
  market: [
    [["SMOKER", 1]],
    [
      ["GRIP", 1],
      ["BRUSH", 1],
    ],
    [["LABEL-500", 2]],
    [["VEIL", 1]],
    [["HONEY-24", 1]],
  ],
  dealers: [
    [
      ["HIVE-10", 12],
      ["ROOF-10", 12],
      ["FLOOR-10", 12],
    ],
    [["SYRUP-14", 30]],
    [
      ["JAR-72", 10],
      ["LID-100", 8],
    ],
    [
      ["HIVE-TOP", 2],
      ["SMOKER", 6],
    ],
    [
      ["FRAME-25", 20],
      ["FOUND-5", 10],
    ],
    [["SYRUP-700", 1]],
    [
      ["HIVE-10", 4],
      ["OXALIC-1", 2],
      ["SMOKER", 1],
    ],
    [["EXTRACT-4", 2]],
  ],
  phone: [
    [
      ["HIVE-8", 1],
      ["FRAME-25", 1],
    ],
    [["EXTRACT-9", 1]],
    [["FONDANT-15", 3]],
    [["PKG-BEES", 1]],
    [["SCALE", 1]],
    [["HIVE-OAK", 1]],
  ],
};
const rateToSek = 11.48;

type Prices = ReadonlyMap<string, number>;

/** What single orders say besides: what buyers chose in the shop, most as it is charged, and an address that is odd. */
const ofOwn: Readonly<Record<number, Pick<DemoOrder, "wish"> & { readonly postcode?: string }>> = {
  10482: { wish: { offer: "post", gross: "40.90" } },
  10470: { wish: { offer: "post", gross: "15.90" } },
  10469: { wish: { offer: "letter", gross: "3.90" } },
  10461: { wish: { offer: "point", gross: "4.90" } },
  // what the shop still had from last year
  10458: { wish: { offer: "post", gross: "15.90" } },
  10451: { wish: { offer: "post", gross: "11.90" } },
  10446: { postcode: "8001" },
  10445: { wish: { offer: "post", gross: "8.90" } },
  10441: { wish: { offer: "express", gross: "45.40" } },
  10439: { wish: { offer: "post", gross: "15.90" } },
  // a letter it is too heavy for
  10438: { wish: { offer: "letter", gross: "3.90" } },
  10435: { wish: { offer: "point", gross: "4.90" } },
};

/** Sixty open orders: most plain, some to two origins, some that nothing can take, a few out of date, a few lacking weights. */
export function makeOrders(prices: Prices, taxes: Prices): DemoOrder[] {
  const random = seeded(20261124);
  const newest = Date.parse("2026-11-24T07:12:00Z");
  return Array.from({ length: 60 }, (_, i) => ({
    ...makeOrder(
      random,
      String(10482 - i),
      () => newest - (i * 23 + Math.floor(random() * 20)) * 60_000,
      prices,
      taxes,
    ),
    ...applied(i),
    ...ofOwn[10482 - i],
  }));
}

/** Asked for; nothing can be offered for some of them, which leaves about 2,500. */
const PAST_ORDERS = 3500;
const MINUTES_A_YEAR = 365 * 24 * 60;

/** Twelve months of orders that are done, each with the offer its customer took; baskets are up to three times as large. */
export function makePastOrders(prices: Prices, taxes: Prices): DemoOrder[] {
  const random = seeded(20251123);
  const newest = Date.parse("2026-11-22T18:00:00Z");
  const each = MINUTES_A_YEAR / PAST_ORDERS;
  return Array.from({ length: PAST_ORDERS }, (_, i) => {
    const order = makeOrder(
      random,
      String(10422 - i).padStart(5, "0"),
      () => newest - Math.floor((i + random()) * each) * 60_000,
      prices,
      taxes,
    );
    const times = 1 + Math.floor(random() * random() * 3);
    return {
      ...order,
      lines: order.lines.map((line) => ({ ...line, quantity: line.quantity * times })),
      // most take the first that is shown to them
      taken: random() < 0.6 ? 0 : random(),
    };
  });
}

function makeOrder(
  random: () => number,
  number: string,
  placed: () => number,
  prices: Prices,
  taxes: Prices,
): DemoOrder {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const channel = pick(["web", "web", "web", "web", "dealers", "dealers", "market", "phone"]);
  const [country, postcode, city, street] =
    channel === "market"
      ? pick(towns.filter(([c]) => ["SE", "FI", "DK", "NO", "AX"].includes(c)))
      : pick(towns);
  const dealer = channel === "dealers";
  return {
    number,
    channel,
    placedAt: new Date(placed()).toISOString(),
    customerName: dealer ? pick(firms) : pick(people),
    ...(dealer ? { customerGroup: random() < 0.8 ? "dealer" : "station" } : {}),
    street: random() < 0.06 ? "PO box 118" : street,
    city,
    postcode,
    country,
    ...(random() < 0.05 ? { poBox: true } : {}),
    ...(channel === "phone" && random() < 0.4 ? { cashOnDelivery: true } : {}),
    lines: pick(baskets[channel] ?? []).map(([sku, quantity]) => ({
      sku,
      quantity,
      unitPrice: priceFor(channel, sku, prices, taxes),
    })),
  };
}

/** Every fourth order has its charge already; of these every third was changed since. */
function applied(index: number): Pick<DemoOrder, "apply"> {
  if (index % 4 !== 2) return {};
  return { apply: { offer: "", ...(index % 12 === 6 ? { then: { position: 0, quantity: 3 } } : {}) } };
}

function priceFor(
  channel: string,
  sku: string,
  prices: ReadonlyMap<string, number>,
  taxes: ReadonlyMap<string, number>,
): string {
  const net = prices.get(sku) ?? 0;
  const gross = net * (1 + (taxes.get(sku) ?? 0) / 100);
  if (channel === "dealers") return (net * 0.8).toFixed(2);
  if (channel === "market") return Math.round(gross * rateToSek).toFixed(2);
  return gross.toFixed(2);
}
