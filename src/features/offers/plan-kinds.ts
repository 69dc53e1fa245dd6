import type { Plan } from "@/core/setup/plan";
import type { Choice } from "@/features/rules";

export type Ladder = Extract<Plan, { kind: "ladder" }>;
export type Rule = Ladder["rules"][number];

/** The ways a charge is made, as they are chosen. */
export const planKinds: readonly { readonly value: Plan["kind"]; readonly name: string }[] = [
  { value: "costPlus", name: "what it costs us" },
  { value: "flat", name: "a flat amount" },
  { value: "terms", name: "terms added up" },
  { value: "tariff", name: "a sell tariff" },
  { value: "ladder", name: "a ladder of rules" },
  { value: "byGoodsClass", name: "by goods class" },
];

/**
 * A first plan of a kind: the one the offer had before where there is one, else one that charges nothing to nobody: its
 * amounts have still to be typed, or it has no rule or class yet.
 */
export function beginPlan(
  kind: string,
  former: readonly Plan[],
  sellTariffs: readonly Choice[],
): Plan | undefined {
  const known = former.find((plan) => plan.kind === kind);
  if (known) return known;
  switch (kind) {
    case "costPlus":
      return { kind };
    case "flat":
      return { kind, amount: "", per: "order" };
    case "terms":
      return { kind, terms: [{ constant: "" }] };
    case "tariff":
      return sellTariffs[0] && { kind, tariff: sellTariffs[0].value };
    case "ladder":
      return { kind, match: "first", rules: [] };
    case "byGoodsClass":
      return { kind, combine: "sum", classes: [] };
    default:
      return undefined;
  }
}
