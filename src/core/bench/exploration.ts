import type { QuoteRequest, RequestLine } from "../quote/request";
import type { Item } from "../setup/item";

/** What is varied: the weight in kg, the goods value on the channel's tax basis, or the pieces. */
export type ExploredMeasure = "weight" | "goods" | "pieces";

/** What an offer is looked at over. The other figures stay as they are; one piece, unless pieces are varied. */
export interface Exploration {
  readonly offer: string;
  readonly channel: string;
  readonly over: ExploredMeasure;
  /** Up to and including; from 0, or 1 piece. */
  readonly to: string;
  readonly places: readonly QuoteRequest["shipTo"][];
  /** kg a piece and money a piece, where they are not what is varied. */
  readonly weight: string;
  readonly price: string;
  /** Of a piece; without one, services that ask for sizes pass it over. */
  readonly size?: NonNullable<Item["size"]>;
}

/** The request a point stands for: goods that are in no catalogue. */
export function exploredRequest(
  { offer, channel, over, weight, price, size }: Exploration,
  x: string,
  shipTo: QuoteRequest["shipTo"],
): QuoteRequest {
  const line: RequestLine = {
    sku: "goods-1",
    quantity: over === "pieces" ? Number(x) : 1,
    unitPrice: over === "goods" ? x : price,
    item: { weight: { value: over === "weight" ? x : weight, unit: "kg" }, ...(size ? { size } : {}) },
  };
  return { channel, shipTo, lines: [line], offers: [offer] };
}
