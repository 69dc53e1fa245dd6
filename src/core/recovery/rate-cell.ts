import { splitPath } from "../setup/path";
import type { Step } from "../working/step";

/** A cell of a table by its names; edges as they stand in it, `open` for the one without, the band `""` where there are none. */
export interface RateCell {
  readonly tariff: string;
  readonly zone: string;
  readonly edge: string;
  readonly band: string;
}

const rateCodes: ReadonlySet<Step["code"]> = new Set(["rate-flat", "rate-per-unit", "rate-base-plus"]);

/**
 * The cell a rate was read from, where it was one and no other: of a plan's own table, or of the buy side. A rate's source is
 * `tariffs/T/editions/L/zones/Z[/bands/B]/breaks/E`.
 */
export function rateCellOf(steps: readonly Step[], side: "buy" | "sell"): RateCell | undefined {
  const rates = steps.filter(
    ({ code, station }) => (station === "plan") === (side === "sell") && rateCodes.has(code),
  );
  const [first, ...more] = rates;
  if (!first || more.length > 0) return undefined;
  const [list, tariff, , , , zone, ...rest] = splitPath(first.source ?? "");
  const [band, edge] = rest[0] === "bands" ? [rest[1], rest[3]] : ["", rest[1]];
  if (list !== "tariffs" || !tariff || !zone || band === undefined || !edge) return undefined;
  return { tariff, zone, edge, band };
}
