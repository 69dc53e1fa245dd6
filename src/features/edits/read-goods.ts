import type { RequestLine } from "@/core/quote/request";
import { readQuantity } from "./quantity-text";
import type { LengthUnit, WeightUnit } from "@/core/units/unit";
import { plainNumber } from "@/ui/number-text";

const MOST_LINES = 50;

/**
 * Goods as they are typed, a line or a comma with a blank after it between them: "2 HIVE-10", or goods the catalogue does
 * not know, "3 × 1.5 kg 30x20x10 cm". Weights without a unit of their own are in the business's. After them stand, in any
 * order, the price of one ("at 12.00"), a discount of the line ("less 3.00"), its tax ("tax 9 %"), for unknown goods their
 * class ("class frail"), and where its pieces leave from ("from TRT", "from TRT 6 + GDY 4").
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

const suffix = /\s+(at|less|tax|class|from)\s+/i;

function readLine(part: string, unit: WeightUnit, number: number): RequestLine | undefined {
  const [what = "", ...rest] = part.split(suffix);
  const goods = looseGoods(what, unit, number) ?? knownGoods(what);
  if (!goods) return undefined;
  let line: RequestLine | undefined = goods;
  for (let i = 0; line && i < rest.length; i += 2)
    line = withWord(line, (rest[i] ?? "").toLowerCase(), (rest[i + 1] ?? "").trim());
  return line;
}

/** Goods the catalogue does not know, by what one weighs. */
function looseGoods(what: string, unit: WeightUnit, number: number): RequestLine | undefined {
  const loose =
    /^(?:(\d+)\s*[x×]\s*|(\d+)\s+(?=\d))?([\d.,]+)\s*(kg|g|lb|oz)?(?:\s+([\d.,]+)\s*[x×]\s*([\d.,]+)\s*[x×]\s*([\d.,]+)\s*(cm|mm|m|in))?$/i.exec(
      what,
    );
  if (!loose) return undefined;
  const [, times, count, weight = "", own, length = "", width = "", height = "", lengthUnit] = loose;
  const read = readQuantity(`${weight} ${own ?? unit}`, unit);
  if (!read) return undefined;
  const size = {
    length: plainNumber(length),
    width: plainNumber(width),
    height: plainNumber(height),
    unit: lengthUnit?.toLowerCase() as LengthUnit,
  };
  return {
    sku: `goods-${number}`,
    quantity: Number(times ?? count ?? 1),
    item: {
      weight: { value: read.value, unit: read.unit as WeightUnit },
      ...(lengthUnit === undefined ? {} : { size }),
    },
  };
}

/** An item of the catalogue; an x belongs to the count only where a blank follows it: "2 XL-10" is two of XL-10. */
function knownGoods(what: string): RequestLine | undefined {
  const [, count, sku] = /^(?:(\d+)(?:\s*x\s+|\s*×\s*|\s+))?([^\s@]+)$/i.exec(what) ?? [];
  return sku === undefined ? undefined : { sku, quantity: Number(count ?? 1) };
}

/** A line with one thing more said of it; nothing where it says nothing that can be read. */
function withWord(line: RequestLine, word: string, value: string): RequestLine | undefined {
  if (word === "class") {
    if (!line.item || /\s/.test(value) || value === "") return undefined;
    return { ...line, item: { ...line.item, goodsClass: value } };
  }
  if (word === "from") return pinnedLine(line, value);
  const figure = value.replace(/\s*%$/, "");
  if (!/^[\d.,]+$/.test(figure) || (word !== "tax" && figure !== value)) return undefined;
  const amount = plainNumber(figure);
  if (word === "at") return { ...line, unitPrice: amount };
  return word === "less" ? { ...line, discount: amount } : { ...line, taxPercent: amount };
}

function pinnedLine(line: RequestLine, value: string): RequestLine | undefined {
  if (/^[^\s+]+$/.test(value)) return { ...line, origin: value };
  const pins = value.split(/\s*\+\s*/).map((part) => /^([^\s+]+)\s+(\d+)$/.exec(part));
  if (pins.some((pin) => !pin)) return undefined;
  return {
    ...line,
    origins: pins.map((pin) => ({ origin: pin?.[1] ?? "", quantity: Number(pin?.[2]) })),
  };
}

/** A line of goods as it is typed. */
export function goodsText({ sku, quantity, item, ...line }: RequestLine): string {
  const { unitPrice, discount, taxPercent, origin, origins } = line;
  const { length, width, height, unit } = item?.size ?? {};
  const size = unit === undefined ? "" : ` ${length ?? ""}x${width ?? ""}x${height ?? ""} ${unit}`;
  const goods = item?.weight
    ? `${quantity} × ${item.weight.value} ${item.weight.unit}${size}`
    : `${quantity} ${sku}`;
  const pins = origins?.map((pin) => `${pin.origin} ${pin.quantity}`).join(" + ") ?? origin;
  return [
    goods,
    unitPrice === undefined ? "" : `at ${unitPrice}`,
    discount === undefined ? "" : `less ${discount}`,
    taxPercent === undefined ? "" : `tax ${taxPercent} %`,
    item?.goodsClass === undefined ? "" : `class ${item.goodsClass}`,
    pins === undefined ? "" : `from ${pins}`,
  ]
    .filter(Boolean)
    .join(" ");
}
