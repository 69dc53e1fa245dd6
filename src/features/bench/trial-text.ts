import type { QuoteRequest, RequestLine } from "@/core/quote/request";
import { destinationText, readDate, readDestinations, readGoods } from "@/features/edits";
import type { WeightUnit } from "@/core/units/unit";

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
 * A trial typed in one line: "2 HIVE-10, 1 SMOKER to SE 62145, web", and after the place in any order a channel, "coupon
 * HONEY", "group dealer", "on 2027-01-05", "cash on delivery", "PO box". Without a place it goes to the business's country,
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
  const [destination] = readDestinations(place);
  const channel = words.channels[0]?.code;
  if (!destination || !/^[A-Z]{2}$/.test(destination.country))
    return {
      ok: false,
      text: `"${place}" is no place: write a country's two letters and a postcode, SE 62145.`,
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

function withWord(request: QuoteRequest, word: string, { channels }: TrialWords): QuoteRequest | undefined {
  const low = word.toLowerCase();
  const channel = channels.find(({ code, name }) => code.toLowerCase() === low || name.toLowerCase() === low);
  if (channel) return { ...request, channel: channel.code };
  if (low === "cash on delivery") return { ...request, cashOnDelivery: true };
  if (low === "signature") return { ...request, signature: true };
  if (low === "po box") return { ...request, shipTo: { ...request.shipTo, poBox: true } };
  if (low === "collection point") return { ...request, shipTo: { ...request.shipTo, collectionPoint: true } };
  const [, name, value = ""] = /^(coupon|group|on)\s+(.+)$/i.exec(word) ?? [];
  if (name?.toLowerCase() === "coupon") return { ...request, coupon: value };
  if (name?.toLowerCase() === "group") return { ...request, customer: { group: value } };
  // in the middle of the day: no time zone makes another date of it
  const date = name === undefined ? undefined : readDate(value);
  return date === undefined || !/^\d{4}-\d{2}-\d{2}$/.test(date)
    ? undefined
    : { ...request, placedAt: `${date}T10:00:00Z` };
}

/** The line a request is typed as. */
export function trialText(request: QuoteRequest): string {
  const { shipTo, channel, coupon, customer, placedAt, cashOnDelivery, signature } = request;
  const { country, subdivision, postcode, poBox, collectionPoint } = shipTo;
  const place = destinationText({
    country,
    ...(subdivision === undefined ? {} : { subdivision }),
    ...(postcode === undefined ? {} : { postcode }),
  });
  const more = [
    place,
    channel,
    coupon === undefined ? "" : `coupon ${coupon}`,
    customer?.group === undefined ? "" : `group ${customer.group}`,
    placedAt === undefined ? "" : `on ${placedAt.slice(0, 10)}`,
    cashOnDelivery ? "cash on delivery" : "",
    signature ? "signature" : "",
    poBox ? "PO box" : "",
    collectionPoint ? "collection point" : "",
  ].filter(Boolean);
  return `${request.lines.map(lineText).join(", ")} to ${more.join(", ")}`;
}

function lineText({ sku, quantity, unitPrice, item }: RequestLine): string {
  const price = unitPrice === undefined ? "" : ` at ${unitPrice}`;
  if (!item?.weight) return `${quantity} ${sku}${price}`;
  const { length, width, height, unit } = item.size ?? {};
  const size = unit === undefined ? "" : ` ${length ?? ""}x${width ?? ""}x${height ?? ""} ${unit}`;
  return `${quantity} × ${item.weight.value} ${item.weight.unit}${size}${price}`;
}

/** Whether the line says all a request has: one with discounts, own tax, origins chosen by hand can't be typed. */
export function isTypable({ lines }: QuoteRequest): boolean {
  return lines.every(
    ({ discount, taxPercent, origin, item }) =>
      discount === undefined && taxPercent === undefined && origin === undefined && (!item || item.weight),
  );
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
