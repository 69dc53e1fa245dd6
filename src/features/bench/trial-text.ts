import { isInstant } from "@/core/calendar/local-date";
import type { QuoteRequest } from "@/core/quote/request";
import { destinationText, goodsText, readDestinations, readGoods } from "@/features/edits";
import { readDate } from "@/ui/date-text";
import { countryOf } from "@/messages/country-name";
import { plainNumber } from "@/ui/number-text";
import type { WeightUnit } from "@/core/units/unit";

/** In the middle of the day: no time zone makes another date of it. */
const NOON = "T10:00:00Z";

/** What a line may name. */
export interface TrialWords {
  readonly channels: readonly { readonly code: string; readonly name: string }[];
  readonly country: string;
  readonly weight: WeightUnit;
}

/** A line that was read, or what of it could not be. */
export type ReadTrial =
  | { readonly ok: true; readonly request: QuoteRequest }
  | { readonly ok: false; readonly text: string };

/**
 * A trial typed in one line: "2 HIVE-10, 1 SMOKER to SE 62145, web", and after the place in any order a channel, "town
 * Visby", "coupon HONEY", "group dealer", "tax number EE1", "on 2027-01-05", "cash on delivery" and perhaps its amount,
 * "signature", "PO box", "collection point". Without a place it goes to the business's country,
 * without a channel it comes by the first.
 */
export function readTrial(text: string, words: TrialWords): ReadTrial {
  const parts = /^(.*?)(?:\s+(?:to|→)\s+(.*))?$/s.exec(text.trim());
  const { lines, unread } = readGoods(parts?.[1] ?? "", words.weight);
  if (unread.length > 0)
    return {
      ok: false,
      text: `"${unread[0] ?? ""}" can't be read: write "2 HIVE-10" or "2 × 1.5 kg at 20".`,
    };
  if (lines.length === 0) return { ok: false, text: 'There are no goods: write "2 HIVE-10 to SE 62145".' };
  const [place = words.country, ...rest] = (parts?.[2] ?? "")
    .split(/[,;]/)
    .map((part) => part.trim())
    .filter(Boolean);
  const [destination] = readDestinations(withCode(place));
  const channel = words.channels[0]?.code;
  if (!destination || !/^[A-Z]{2}$/.test(destination.country))
    return {
      ok: false,
      text: `"${place}" is not a place: write a country's two letters and a postcode, SE 62145.`,
    };
  if (channel === undefined) return { ok: false, text: "There is no channel yet." };
  let request: QuoteRequest = { channel, shipTo: destination, lines };
  for (const part of rest) {
    const next = withWord(request, part, words);
    if (!next) return { ok: false, text: `"${part}" is neither a channel nor anything else an order has.` };
    request = next;
  }
  return { ok: true, request };
}

/** A country by its name is as good as by its letters: "Sweden 62145". */
function withCode(place: string): string {
  const [, name = "", rest = ""] = /^(\p{L}[\p{L} .'-]*?)(?:\s+(\S*\d.*))?$/u.exec(place) ?? [];
  const country = name.length > 2 ? countryOf(name) : undefined;
  return country === undefined ? place : `${country} ${rest}`.trim();
}

function withWord(request: QuoteRequest, word: string, { channels }: TrialWords): QuoteRequest | undefined {
  const low = word.toLowerCase();
  const channel = channels.find(({ code, name }) => code.toLowerCase() === low || name.toLowerCase() === low);
  if (channel) return { ...request, channel: channel.code };
  const [isCash, amount] = /^cash on delivery(?:\s+([\d.,]+))?$/.exec(low) ?? [];
  if (isCash !== undefined)
    return {
      ...request,
      cashOnDelivery: true,
      ...(amount === undefined ? {} : { cashOnDeliveryAmount: plainNumber(amount) }),
    };
  if (low === "signature") return { ...request, signature: true };
  if (low === "po box") return { ...request, shipTo: { ...request.shipTo, poBox: true } };
  if (low === "collection point") return { ...request, shipTo: { ...request.shipTo, collectionPoint: true } };
  const [, name, value = ""] = /^(coupon|group|on|town|tax number)\s+(.+)$/i.exec(word) ?? [];
  switch (name?.toLowerCase()) {
    case "coupon":
      return { ...request, coupon: value };
    case "group":
      return { ...request, customer: { ...request.customer, group: value } };
    case "tax number":
      return { ...request, customer: { ...request.customer, taxId: value } };
    case "town":
      return { ...request, shipTo: { ...request.shipTo, city: value } };
  }
  if (name !== undefined && isInstant(value)) return { ...request, placedAt: value };
  const date = name === undefined ? undefined : readDate(value);
  return date === undefined || !/^\d{4}-\d{2}-\d{2}$/.test(date)
    ? undefined
    : { ...request, placedAt: `${date}${NOON}` };
}

/** The line a request is typed as. */
export function trialText(request: QuoteRequest): string {
  const { shipTo, channel, coupon, customer, placedAt, signature } = request;
  const { cashOnDelivery, cashOnDeliveryAmount: cash } = request;
  const { country, subdivision, postcode, city, poBox, collectionPoint } = shipTo;
  const place = destinationText({
    country,
    ...(subdivision === undefined ? {} : { subdivision }),
    ...(postcode === undefined ? {} : { postcode }),
  });
  const more = [
    place,
    channel,
    city === undefined ? "" : `town ${city}`,
    coupon === undefined ? "" : `coupon ${coupon}`,
    customer?.group === undefined ? "" : `group ${customer.group}`,
    customer?.taxId === undefined ? "" : `tax number ${customer.taxId}`,
    placedAt === undefined ? "" : `on ${placedAt.endsWith(NOON) ? placedAt.slice(0, 10) : placedAt}`,
    cashOnDelivery ? `cash on delivery${cash === undefined ? "" : ` ${cash}`}` : "",
    signature ? "signature" : "",
    poBox ? "PO box" : "",
    collectionPoint ? "collection point" : "",
  ].filter(Boolean);
  return `${request.lines.map(goodsText).join(", ")} to ${more.join(", ")}`;
}

/** Whether the line says all a request has: a currency of its own, goods without a weight, a town with a comma can't be typed. */
export function isTypable({ lines, currency, offers, shipTo: { city = "" } }: QuoteRequest): boolean {
  if (currency !== undefined || offers !== undefined || /[,;]/.test(city)) return false;
  return lines.every(({ item }) => !item || item.weight);
}

/** A short name for a trial: its first goods and where they go. */
export function trialName({ lines, shipTo }: QuoteRequest): string {
  const [first] = lines;
  const weight = first?.item?.weight;
  const goods = weight ? `${weight.value} ${weight.unit}` : (first?.sku ?? "");
  const pieces = first && first.quantity > 1 ? `${first.quantity} × ${goods}` : goods;
  const more = lines.length > 1 ? ` + ${lines.length - 1}` : "";
  const place = [shipTo.subdivision ?? shipTo.country, shipTo.postcode].filter(Boolean).join(" ");
  return `${pieces}${more} → ${shipTo.city ?? place}`;
}
