import type { Condition } from "../setup/condition";
import type { Offer } from "../setup/offer";
import { joinPath } from "../setup/path";
import type { Plan } from "../setup/plan";
import type { Setup } from "../setup/setup";
import { finding, type Finding } from "./finding";
import { isCovered, intersectBoxes, type Box } from "./region/box";
import { Regions } from "./region/condition-region";

/** Ladder rules that can never match, gaps that no rule fills, free delivery that is never or always reached. */
export function ladderFindings(setup: Setup): Finding[] {
  return setup.offers.flatMap((offer) => [
    ...(offer.plan.kind === "ladder" ? rules(offer, offer.plan) : []),
    ...freeThresholds(offer),
  ]);
}

type Ladder = Extract<Plan, { kind: "ladder" }>;

/**
 * Rules whose conditions contradict each other, and, where the first match counts, rules that earlier ones leave nothing
 * for. Exact for ranges of measures and sets of codes; destinations by postcode only equal themselves.
 */
function rules(offer: Offer, { match, rules: list, otherwise }: Ladder): Finding[] {
  const regions = new Regions(
    list.flatMap(({ when }) => when),
    offer.channels,
  );
  const boxes = list.map(({ when }) => regions.of(when));
  const at = (index: number) => joinPath("offers", offer.code, "plan", "rules", index);
  const found: Finding[] = [];
  boxes.forEach((mine, index) => {
    const rule = index + 1;
    if (mine.length === 0)
      found.push(finding("rule-contradicts", "warning", { offer: offer.code, rule }, at(index)));
    if (mine.length === 0 || match !== "first") return;
    const before = boxes.slice(0, index).flat();
    if (!mine.every((box) => isCovered(box, before, regions.universe))) return;
    const by = shadows(mine, boxes.slice(0, index), regions);
    found.push(finding("rule-unreachable", "warning", { offer: offer.code, rule, by }, at(index)));
  });
  if (!otherwise && list.length > 0 && isOpen(boxes.flat(), regions))
    found.push(
      finding(
        "ladder-gap",
        "note",
        { offer: offer.code },
        joinPath("offers", offer.code, "plan", "otherwise"),
      ),
    );
  return found;
}

/** The first rule that has all of it; where none has, those that have some. */
function shadows(mine: readonly Box[], before: readonly (readonly Box[])[], regions: Regions): number[] {
  const whole = before.findIndex((boxes) => mine.every((box) => isCovered(box, boxes, regions.universe)));
  if (whole >= 0) return [whole + 1];
  return before.flatMap((boxes, index) =>
    boxes.some((box) => mine.some((own) => intersectBoxes(own, box))) ? [index + 1] : [],
  );
}

/** Whether some order of known weight and size meets no rule. */
function isOpen(boxes: readonly Box[], regions: Regions): boolean {
  const all = new Map(
    [...regions.universe].map(([question, side]) => [
      question,
      side.kind === "span" ? { ...side, missing: false } : side,
    ]),
  );
  return !isCovered(all, boxes, regions.universe);
}

function freeThresholds({ code, channels, free }: Offer): Finding[] {
  if (!free) return [];
  const [how, conditions] =
    "anyOf" in free ? (["anyOf", free.anyOf] as const) : (["allOf", free.allOf] as const);
  const regions = new Regions(conditions, channels);
  const groups: (readonly Condition[])[] = how === "anyOf" ? conditions.map((one) => [one]) : [conditions];
  const boxes = groups.flatMap((group) => regions.of(group));
  const source = joinPath("offers", code, "free");
  if (boxes.length === 0) return [finding("free-never", "warning", { offer: code }, source)];
  return isOpen(boxes, regions) ? [] : [finding("free-always", "warning", { offer: code }, source)];
}
