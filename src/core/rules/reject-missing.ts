import type { Measures } from "../parcels/measures";
import { reject, type Rejection } from "../working/reason";
import type { Missing } from "./measured";

/** The reason of whatever needed a figure nobody knows: the items without it, or the currencies without a rate. */
export function rejectMissing(
  missing: Missing,
  measures: Measures,
  currencies: { readonly from: string; readonly to: string },
  source: string,
): Rejection {
  switch (missing) {
    case "weight-missing":
      return reject(missing, { skus: measures.skusWithoutWeight }, source);
    case "size-missing":
      return reject(missing, { skus: measures.skusWithoutSize }, source);
    case "no-exchange-rate":
      return reject(missing, currencies, source);
  }
}
