import { z } from "zod";
import { refuse } from "./primitives";
import { measures, unitsOfMeasure, type Measure } from "./measures";

/** What a condition or a term can measure. */
export const measure = z.enum(measures);

export type { Measure } from "./measures";

/** Refuses a unit that does not fit its measure. */
export function fittingUnit(
  entry: { measure: Measure; unit?: string },
  ctx: { addIssue: (issue: never) => void },
): void {
  const units = unitsOfMeasure[entry.measure];
  if (entry.unit !== undefined && !units?.includes(entry.unit))
    refuse(ctx, "unit-does-not-fit", ["unit"], { units: units?.join(", ") ?? "" });
}
