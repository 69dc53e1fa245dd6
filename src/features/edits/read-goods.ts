import type { RequestLine } from "@/core/quote/request";
import { readQuantity } from "./quantity-text";
import type { WeightUnit } from "@/core/units/unit";
import { plainNumber } from "@/ui/number-text";

const MOST_LINES = 50;

/**
 * Goods as they are typed, a line or a comma with a blank after it between them: "2 HIVE-10", or goods the catalogue does
 * not know, "3 × 1.5 kg 30x20x10 cm at 12.00". Weights without a unit of their own are in the business's.
 */
export function readGoods(
  text: string,
  unit: WeightUnit,
): { readonly lines: RequestLine[]; readonly unread: string[] } {
  const lines: RequestLine[] = [];
  const unread: string[] = [];
  const parts = text
    .split(/\n|,(?=\s)|;/)
    .map((part) => part.trim())
    .filter(Boolean);
  for (const part of parts.slice(0, MOST_LINES)) {
    const line = readLine(part, unit, lines.length + 1);
    if (line) lines.push(line);
    else unread.push(part);
  }
  return { lines, unread: [...unread, ...parts.slice(MOST_LINES)] };
}

function readLine(part: string, unit: WeightUnit, number: number): RequestLine | undefined {
  const loose =
    /^(?:(\d+)\s*[x×]\s*|(\d+)\s+(?=\d))?([\d.,]+)\s*(kg|g|lb|oz)?(?:\s+([\d.,]+)\s*[x×]\s*([\d.,]+)\s*[x×]\s*([\d.,]+)\s*(cm|mm|m|in))?(?:\s+at\s+([\d.,]+))?$/i.exec(
      part,
    );
  if (loose) {
    const [, times, count, weight = "", own, length, width, height, lengthUnit, price] = loose;
    const read = readQuantity(`${weight} ${own ?? unit}`, unit);
    if (!read) return undefined;
    const size =
      length === undefined || width === undefined || height === undefined || lengthUnit === undefined
        ? {}
        : {
            size: {
              length: plainNumber(length),
              width: plainNumber(width),
              height: plainNumber(height),
              unit: lengthUnit.toLowerCase() as "cm",
            },
          };
    return {
      sku: `goods-${number}`,
      quantity: Number(times ?? count ?? 1),
      ...(price === undefined ? {} : { unitPrice: plainNumber(price) }),
      item: { weight: { value: read.value, unit: read.unit as WeightUnit }, ...size },
    };
  }
  // an x belongs to the count only where a blank follows it: "2 XL-10" is two of XL-10
  const known = /^(?:(\d+)(?:\s*x\s+|\s*×\s*|\s+))?([^\s@]+)(?:\s+at\s+([\d.,]+))?$/i.exec(part);
  const sku = known?.[2];
  if (sku === undefined) return undefined;
  const price = known?.[3];
  return {
    sku,
    quantity: Number(known?.[1] ?? 1),
    ...(price === undefined ? {} : { unitPrice: plainNumber(price) }),
  };
}
