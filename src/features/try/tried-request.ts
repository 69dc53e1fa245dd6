import type { QuoteRequest } from "@/core/quote/request";
import { goodsText, readGoods } from "@/features/edits";
import { readDate } from "@/ui/date-text";
import type { WeightUnit } from "@/core/units/unit";
import { countryName, countryOf } from "@/messages/country-name";
import { plainNumber } from "@/ui/number-text";

/** What is typed in the fields, as the address keeps it; marks are "yes" or not there. */
export interface TryQuery {
  readonly channel?: string;
  readonly goods?: string;
  readonly country?: string;
  readonly subdivision?: string;
  readonly postcode?: string;
  readonly town?: string;
  readonly day?: string;
  readonly group?: string;
  readonly taxId?: string;
  readonly coupon?: string;
  readonly poBox?: string;
  readonly collectionPoint?: string;
  readonly signature?: string;
  readonly cashOnDelivery?: string;
  readonly cashAmount?: string;
}

/** What the fields ask, and what of them can't be read. */
export interface Asked {
  readonly request: object;
  readonly problems: readonly string[];
}

/** The fields as a request. An order without a day is of today; one of another day is placed in the middle of it. */
export function requestOf(query: TryQuery, channel: string, unit: WeightUnit): Asked {
  const text = (key: keyof TryQuery) => (query[key] ?? "").trim();
  const isSet = (key: keyof TryQuery) => text(key) === "yes";
  const { lines, unread } = readGoods(text("goods"), unit);
  const country = countryOf(text("country"));
  const day = text("day") === "" ? undefined : readDate(text("day"));
  const isDay = day === undefined || /^\d{4}-\d{2}-\d{2}$/.test(day);
  const problems = [
    ...unread.map((part) => `“${part}” can't be read: write “2 HIVE-10” or “2 × 1.5 kg at 20”.`),
    ...(lines.length === 0 && unread.length === 0 ? ["There are no goods."] : []),
    ...(country === undefined ? [`“${text("country")}” is not a country.`] : []),
    ...(isDay ? [] : [`“${text("day")}” is not a day.`]),
  ];
  const customer = said({ group: text("group"), taxId: text("taxId") });
  const request = {
    channel,
    ...(day === undefined ? {} : { placedAt: `${day}T10:00:00Z` }),
    shipTo: said({
      country: country ?? "",
      subdivision: text("subdivision").toUpperCase(),
      postcode: text("postcode"),
      city: text("town"),
      poBox: isSet("poBox"),
      collectionPoint: isSet("collectionPoint"),
    }),
    ...(Object.keys(customer).length === 0 ? {} : { customer }),
    ...said({
      coupon: text("coupon"),
      signature: isSet("signature"),
      cashOnDelivery: isSet("cashOnDelivery"),
      cashOnDeliveryAmount: isSet("cashOnDelivery") ? plainNumber(text("cashAmount")) : "",
    }),
    lines,
    working: true,
  };
  return { request, problems };
}

/** Only what says something: no empty texts, no marks that are not set. */
function said<T extends object>(fields: T): Partial<T> {
  return Object.fromEntries(
    Object.entries(fields).filter(([, value]) => value !== "" && value !== false),
  ) as Partial<T>;
}

/** How an order that is tried was read, part by part, with what its items are called. */
export function howRead(
  { shipTo, placedAt, customer, ...request }: QuoteRequest,
  nameOf: (sku: string) => string | undefined,
): string[] {
  const goods = request.lines.map((line) => {
    const name = line.item ? undefined : nameOf(line.sku);
    return name === undefined ? goodsText(line) : `${goodsText(line)} (${name})`;
  });
  const { country, subdivision, postcode, city, poBox, collectionPoint } = shipTo;
  const place = [subdivision, postcode, city, countryName(country)].filter(Boolean).join(" ");
  const cash = request.cashOnDeliveryAmount;
  return [
    ...goods,
    `to ${place}`,
    placedAt === undefined ? "" : `placed on ${placedAt.slice(0, 10)}`,
    customer?.group === undefined ? "" : `customer group ${customer.group}`,
    customer?.taxId === undefined ? "" : `tax number ${customer.taxId}`,
    request.coupon === undefined ? "" : `coupon ${request.coupon}`,
    poBox ? "a PO box" : "",
    collectionPoint ? "a collection point" : "",
    request.signature ? "signature" : "",
    request.cashOnDelivery
      ? `cash on delivery${cash === undefined ? " of the whole order" : ` of ${cash}`}`
      : "",
  ].filter(Boolean);
}
