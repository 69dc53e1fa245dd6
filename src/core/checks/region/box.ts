import { intersectChoices, isEmptyChoice, opposite, type Choice } from "./choice";
import { intersectSpans, isEmptySpan, subtractSpans, type Span } from "./span";

/** What may be asked of an order, and which answers are meant. */
export type Side = Span | Choice;

/** Orders by what they answer to each question; one that is not there may be answered in any way. */
export type Box = ReadonlyMap<string, Side>;

/** Every question of the boxes compared, with all its answers. */
export type Universe = ReadonlyMap<string, Side>;

/** What both boxes hold; `undefined` when nothing. */
export function intersectBoxes(a: Box, b: Box): Box | undefined {
  const both = new Map(a);
  for (const [question, side] of b) {
    const before = both.get(question);
    const now = before ? intersect(before, side) : side;
    if (isEmpty(now)) return undefined;
    both.set(question, now);
  }
  return both;
}

/** What a box holds and another does not, as boxes that do not overlap. */
function subtractBoxes(box: Box, other: Box, universe: Universe): Box[] {
  const pieces: Box[] = [];
  let rest = new Map(box);
  for (const [question, side] of other) {
    const mine = rest.get(question) ?? universe.get(question);
    if (!mine) continue;
    for (const left of subtract(mine, side)) pieces.push(new Map(rest).set(question, left));
    const shared = intersect(mine, side);
    if (isEmpty(shared)) return [box];
    rest = new Map(rest).set(question, shared);
  }
  return pieces;
}

/** Steps after which a cover counts as not proven. */
const MOST_STEPS = 20_000;

/** Whether every order of the box lies in one of the others. Exact, or `false` where it would take too long. */
export function isCovered(box: Box, others: readonly Box[], universe: Universe): boolean {
  let left = MOST_STEPS;
  const covered = (piece: Box, from: number): boolean => {
    if (left-- < 1) return false;
    const other = others[from];
    if (!other) return false;
    return subtractBoxes(piece, other, universe).every((rest) => covered(rest, from + 1));
  };
  return covered(box, 0);
}

function isEmpty(side: Side): boolean {
  return side.kind === "span" ? isEmptySpan(side) : isEmptyChoice(side);
}

function intersect(a: Side, b: Side): Side {
  if (a.kind === "span" && b.kind === "span") return intersectSpans(a, b);
  if (a.kind === "choice" && b.kind === "choice") return intersectChoices(a, b);
  throw new RangeError("one question has one kind of answer");
}

function subtract(a: Side, b: Side): Side[] {
  if (a.kind === "span" && b.kind === "span") return subtractSpans(a, b);
  if (a.kind !== "choice" || b.kind !== "choice") throw new RangeError("one question has one kind of answer");
  const left = intersectChoices(a, opposite(b));
  return isEmptyChoice(left) ? [] : [left];
}
