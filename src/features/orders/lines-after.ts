import type { RequestLine } from "@/core/quote/request";

/** One thing done to the lines of an order. */
export type LinesChange =
  | { readonly do: "add"; readonly sku: string; readonly quantity: number }
  | { readonly do: "remove"; readonly position: number }
  | {
      readonly do: "pin";
      readonly position: number;
      readonly origins: readonly { readonly origin: string; readonly quantity: number }[];
    };

/**
 * The lines of an order after something was done to them; `undefined` where there is no such line. A line of an item that is there
 * already without a pin gets the pieces; pins by pieces that all name one origin pin the line.
 */
export function linesAfter(lines: readonly RequestLine[], change: LinesChange): RequestLine[] | undefined {
  if (change.do === "add") return added(lines, change);
  const line = lines[change.position];
  if (!line) return undefined;
  if (change.do === "remove") return lines.filter((one) => one !== line);
  const { origin: _, origins: __, ...loose } = line;
  return lines.with(change.position, { ...loose, ...pinOf(change.origins, line.quantity) });
}

function added(
  lines: readonly RequestLine[],
  { sku, quantity }: { readonly sku: string; readonly quantity: number },
): RequestLine[] {
  const at = lines.findIndex(
    (one) => one.sku === sku && !one.item && one.origin === undefined && !one.origins && !one.discount,
  );
  const own = lines[at];
  return own ? lines.with(at, { ...own, quantity: own.quantity + quantity }) : [...lines, { sku, quantity }];
}

function pinOf(
  origins: readonly { readonly origin: string; readonly quantity: number }[],
  quantity: number,
): Pick<RequestLine, "origin" | "origins"> {
  const [only, ...more] = origins;
  if (!only) return {};
  return more.length === 0 && only.quantity === quantity
    ? { origin: only.origin }
    : { origins: [...origins] };
}
