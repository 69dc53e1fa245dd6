import { z } from "zod";
import { json, type Answered, type Call, type Parcel, type Received, type StandIn } from "./received";
import { dayAfter, isRemote, zoneOf } from "./zones";

export const TERNWING_KEY = "tern-demo-key";

const place = z.object({
  land: z.string().length(2),
  region: z.string().nullable(),
  zip: z.string().nullable(),
  town: z.string().nullable(),
});
const money = z.object({ amount: z.string(), iso: z.string().length(3) });
const priceCall = z.object({
  shipment: z.object({
    sender: place,
    receiver: place.extend({ box: z.boolean() }),
    pickup: z.iso.date(),
    colli: z
      .array(
        z.object({ qty: z.int().min(1), grams: z.int().min(0), mm: z.array(z.int()).length(3).nullable() }),
      )
      .min(1),
    value: money,
    contents: z.array(z.string()),
    extras: z.array(z.enum(["signature"])),
    cod: money.optional(),
  }),
  customer: z.string().optional(),
});

/** Prices without tax in hundredths of a krona: a start, and each half kilo, by zone. */
const tables = {
  EXPRESS: {
    title: "Ternwing Express",
    start: [9500, 10600, 14800, 28900],
    half: [205, 240, 370, 1150],
    days: 1,
  },
  DAY: {
    title: "Ternwing Day Parcel",
    start: [5900, 7900, 10900, 19900],
    half: [140, 180, 260, 690],
    days: 3,
  },
} as const;
type Product = keyof typeof tables;
const codes = Object.keys(tables) as Product[];

const DIVISOR_MM3 = 4_000_000; // cm³ by 4000, as mm³ a kilo
const FUEL_PERCENT = 18;
const TAX_PERCENT = 25;
const HEAVIEST_G = 31_500;

/** Half kilos that are charged for: of each parcel the heavier of weight and volume, rounded up. */
function halfKilos(parcels: readonly Parcel[]): number {
  return parcels.reduce((sum, { count, weight, sides }) => {
    const [length = 0, width = 0, height = 0] = (sides ?? []).map(Number);
    const grams = Math.max(Number(weight), Math.ceil((length * width * height * 1000) / DIVISOR_MM3));
    return sum + count * Math.max(1, Math.ceil(grams / 500));
  }, 0);
}

/** What a product costs, in hundredths: its lines with tax, whose sum it is; or why it is not given. */
export function ternwingPrice(product: Product, shipment: Received) {
  const { parcels, poBox, signature, cashOnDelivery, to } = shipment;
  if (poBox) return { text: "No delivery to boxes" };
  if (parcels.some(({ weight }) => Number(weight) > HEAVIEST_G))
    return { text: "A parcel weighs more than 31.5 kg" };
  if (product === "DAY" && cashOnDelivery) return { text: "No collection of money with Day Parcel" };
  const zone = zoneOf(to.country) - 1;
  const { start, half } = tables[product];
  const plain = (start[zone] ?? 0) + (half[zone] ?? 0) * halfKilos(parcels);
  const freight = isRemote(to) ? Math.round(plain * 1.6) : plain;
  const net = [
    { what: "freight", minor: freight },
    { what: "fuel", minor: Math.round((freight * FUEL_PERCENT) / 100) },
    ...(signature ? [{ what: "signature", minor: 1200 }] : []),
    ...(cashOnDelivery ? [{ what: "money collected", minor: 3500 }] : []),
    ...(shipment.account === undefined
      ? []
      : [{ what: "agreed discount", minor: -Math.round(freight / 20) }]),
  ];
  const lines = net.map(({ what, minor }) => ({
    what,
    minor: minor + Math.round((minor * TAX_PERCENT) / 100),
  }));
  return { lines, totalMinor: lines.reduce((sum, { minor }) => sum + minor, 0) };
}

function readShipment({ shipment, customer }: z.infer<typeof priceCall>): Received {
  const at = ({ land, region, zip, town }: z.infer<typeof place>) => ({
    country: land,
    ...(region === null ? {} : { region }),
    ...(zip === null ? {} : { postcode: zip }),
    ...(town === null ? {} : { town }),
  });
  const { cod, value } = shipment;
  return {
    carrier: "ternwing",
    services: codes,
    from: at(shipment.sender),
    to: at(shipment.receiver),
    poBox: shipment.receiver.box,
    collectionPoint: false,
    day: shipment.pickup,
    parcels: shipment.colli.map(({ qty, grams, mm }) => ({
      count: qty,
      weight: String(grams),
      sides: mm?.map(String) ?? undefined,
    })),
    value: { amount: value.amount, currency: value.iso },
    cashOnDelivery: cod && { amount: cod.amount, currency: cod.iso },
    signature: shipment.extras.includes("signature"),
    classes: shipment.contents,
    account: customer,
  };
}

function answer(call: Call): Answered {
  const none: readonly Received[] = [];
  if (call.header("x-api-key") !== TERNWING_KEY)
    return { received: none, reply: json(401, { error: { code: "key", text: "Unknown key" } }) };
  if (call.path === "/v2/products")
    return {
      received: none,
      reply: json(200, { products: codes.map((product) => ({ product, title: tables[product].title })) }),
    };
  if (call.path !== "/v2/price" || call.method !== "POST")
    return { received: none, reply: json(404, { error: { code: "path", text: "Nothing here" } }) };
  const read = priceCall.safeParse(JSON.parse(call.body));
  if (!read.success)
    return {
      received: none,
      reply: json(422, { error: { code: "shipment", text: read.error.issues[0]?.message } }),
    };
  const shipment = readShipment(read.data);
  const found = codes.map((product) => ({ product, price: ternwingPrice(product, shipment) }));
  const reply = {
    currency: "SEK",
    vatPercent: TAX_PERCENT,
    products: found.flatMap(({ product, price }) =>
      "lines" in price
        ? [
            {
              product,
              totalMinor: price.totalMinor,
              lines: price.lines,
              arrives: {
                from: dayAfter(shipment.day, tables[product].days),
                to: dayAfter(shipment.day, tables[product].days + zoneOf(shipment.to.country)),
              },
              id: `T-${product}-${price.totalMinor}`,
            },
          ]
        : [],
    ),
    unavailable: found.flatMap(({ product, price }) =>
      "text" in price ? [{ product, text: price.text }] : [],
    ),
  };
  return { received: [shipment], reply: json(200, reply) };
}

export const ternwing: StandIn = {
  code: "ternwing",
  name: "Ternwing",
  habit:
    "JSON with an API key; all products in one answer; grams, millimetres, kronor with tax; its own volume weight.",
  answer,
};
