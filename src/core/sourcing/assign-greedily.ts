import { partOf, type OrderLine } from "../parcels/order-line";
import type { Parts, SourcingOrigin } from "./candidate";
import { stockOf, takesStock } from "./line-origins";
import type { Share } from "./shares";

/**
 * For orders of very many lines: each line takes the first of its shares that the stock allows, once with each origin of
 * the set preferred. Only assignments that use the whole set; no order of them is claimed to be the best.
 */
export function* greedyAssignments(
  lines: readonly OrderLine[],
  shares: readonly (readonly Share[])[],
  set: readonly SourcingOrigin[],
): Generator<Parts> {
  for (let preferred = 0; preferred < set.length; preferred++) {
    const parts = fill(lines, shares, set, preferred);
    if (parts?.every((part) => part.length > 0))
      yield new Map(set.map(({ code }, i) => [code, parts[i] ?? []]));
  }
}

function fill(
  lines: readonly OrderLine[],
  shares: readonly (readonly Share[])[],
  set: readonly SourcingOrigin[],
  preferred: number,
): OrderLine[][] | undefined {
  const parts: OrderLine[][] = set.map(() => []);
  const taken = set.map(() => new Map<string, number>());
  for (const [index, line] of lines.entries()) {
    const share = inOrder(shares[index] ?? [], preferred).find((one) => fits(line, one, set, taken));
    if (!share) return undefined;
    share.forEach((pieces, i) => {
      if (pieces === 0) return;
      parts[i]?.push(partOf(line, pieces));
      if (takesStock(line)) taken[i]?.set(line.item.sku, (taken[i]?.get(line.item.sku) ?? 0) + pieces);
    });
  }
  return parts;
}

/** Shares that give the preferred origin most come first, otherwise as they are. */
function inOrder(shares: readonly Share[], preferred: number): readonly Share[] {
  if (preferred === 0) return shares;
  return [...shares].sort((a, b) => (b[preferred] ?? 0) - (a[preferred] ?? 0));
}

function fits(
  line: OrderLine,
  share: Share,
  set: readonly SourcingOrigin[],
  taken: readonly ReadonlyMap<string, number>[],
): boolean {
  if (!takesStock(line)) return true;
  return share.every((pieces, i) => {
    if (pieces === 0) return true;
    const before = taken[i]?.get(line.item.sku) ?? 0;
    return before + pieces <= stockOf(line, set[i]?.code ?? "");
  });
}
