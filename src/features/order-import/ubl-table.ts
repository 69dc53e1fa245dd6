import { orderSchema, type Order } from "@/core/orders/order";
import { parseWith } from "@/core/setup/parse-setup";
import { problemSentence } from "@/messages/problem-sentence";
import { ublFaultSentence } from "@/messages/ubl-fault-sentence";
import { readOrder } from "@/ubl/read-order";
import { orderTable } from "./order-rows";

/** What a channel's documents are read with. */
export interface ChannelReading {
  readonly code: string;
  readonly pricesIncludeTax: boolean;
  readonly currency: string;
}

/** A UBL 2.1 Order as a table of its lines, or what is wrong with it, in words. */
export function ublTable(
  text: string,
  { code, pricesIncludeTax, currency }: ChannelReading,
): { head: string[]; rows: string[][] } | string {
  const read = readOrder(text, {
    channel: code,
    pricesIncludeTax,
    currency,
    taxOf: () => undefined,
    isFree: () => false,
  });
  if (!read.ok) return ublFaultSentence(read.fault, read.at);
  const order = parseWith(orderSchema, read.order);
  if (!order.ok) return order.problems.map((one) => `${one.path}: ${problemSentence(one)}`).join(" ");
  return orderTable([order.value as Order]);
}
