import type { Change } from "./inverse";
import type { Parsed } from "./parse-setup";
import { indexOfSegment, joinPath, splitPath } from "./path";
import type { Problem } from "./problem";
import { same } from "./same";

/**
 * Members of lists without codes (rows, entries, breaks, rules, terms …) are named by their place, and places move while
 * two people edit. This carries changes that were made looking at one state of a setup through those that were stored
 * since, so that each still means the member it meant: what was put in above moves it down, what was taken out moves it
 * up, a list in another order is searched for it, a renamed member is followed. Where the member is gone, or can't be told
 * from its like, all of it is refused as `changed-meanwhile`.
 */
export function rebaseChanges(
  changes: readonly Change[],
  between: readonly Change[],
): Parsed<readonly Change[]> {
  const moves = movesByRecord(between);
  const carried: Change[] = [];
  const problems: Problem[] = [];
  for (const change of changes) {
    const place = new Place(change);
    for (const move of moves.get(recordOf(splitPath(change.path))) ?? []) place.follow(move);
    const found = place.change;
    if (found) carried.push(found);
    else problems.push({ code: "changed-meanwhile", path: change.path, data: { theirs: "nothing" } });
  }
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: carried };
}

/** A stored change that may have moved others. */
interface Move {
  readonly change: Change;
  readonly segments: readonly string[];
}

const wholeLists = new Set(["exchangeRates", "itemExceptions", "business", "sourcing"]);

/** What a path is within: changes of other records move nothing of it. */
function recordOf(segments: readonly string[]): string {
  const [list = "", member = ""] = segments;
  return wholeLists.has(list) ? list : `${list}/${member}`;
}

function movesByRecord(between: readonly Change[]): Map<string, Move[]> {
  const moves = new Map<string, Move[]>();
  const add = (record: string, move: Move) => {
    const list = moves.get(record);
    if (list) list.push(move);
    else moves.set(record, [move]);
  };
  // a record that was renamed is found under both its names
  const names = new Map<string, string>();
  for (const change of between) {
    const segments = splitPath(change.path);
    const isMove = isStructural(change) || isReplacement(change) || isRenaming(change, segments);
    const record = recordOf(segments);
    const first = names.get(record) ?? record;
    if (isMove) add(first, { change, segments });
    if (isRenaming(change, segments) && segments.length === 3)
      names.set(`${segments[0] ?? ""}/${String(change.to)}`, first);
  }
  return moves;
}

/** Something was put into a list, or taken out of one. */
function isStructural(change: Change): boolean {
  return change.at !== undefined && (change.from === undefined || change.to === undefined);
}

/** Something that may hold lists was put over another. */
function isReplacement({ from, to }: Change): boolean {
  return typeof from === "object" && from !== null && typeof to === "object" && to !== null;
}

function isRenaming({ from, to }: Change, segments: readonly string[]): boolean {
  const last = segments[segments.length - 1];
  return (last === "code" || last === "label") && typeof from === "string" && typeof to === "string";
}

/** Members of such lists are named by what they are called, and stay so named wherever they lie. */
function hasName(member: unknown): boolean {
  return typeof member === "object" && member !== null && ("code" in member || "label" in member);
}

/** Where a change is, while what was stored since is gone through. */
class Place {
  private segments: string[];
  private at: number | undefined;
  /** The member it is within was taken out: what it was, at which depth of the path, in which list. */
  private lost: { readonly depth: number; readonly member: unknown } | undefined;

  constructor(private readonly original: Change) {
    this.segments = splitPath(original.path);
    this.at = original.at;
  }

  /** The change as it is now meant; nothing when its member is gone. */
  get change(): Change | undefined {
    if (this.lost) return undefined;
    const { at: _, ...rest } = this.original;
    return {
      ...rest,
      path: joinPath(...this.segments),
      ...(this.at === undefined ? {} : { at: this.at }),
    };
  }

  follow({ change, segments }: Move): void {
    if (isRenaming(change, segments))
      return this.followName(segments, String(change.from), String(change.to));
    if (isStructural(change)) return this.followMember(segments.slice(0, -1), change);
    this.followReplacement(segments, change);
  }

  private isWithin(list: readonly string[]): boolean {
    return this.segments.length > list.length && list.every((segment, i) => this.segments[i] === segment);
  }

  private followName(segments: readonly string[], from: string, to: string): void {
    const depth = segments.length - 2;
    if (this.isWithin(segments.slice(0, depth)) && this.segments[depth] === from) this.segments[depth] = to;
  }

  /** A member was put into a list, or taken out of it, at an index. */
  private followMember(list: readonly string[], { from, to, at = 0 }: Change): void {
    const depth = list.length;
    const member = from ?? to;
    if (hasName(member) || !this.isWithin(list)) return;
    if (this.lost) {
      if (this.lost.depth !== depth || to === undefined || !same(to, this.lost.member)) return;
      // taken out and put back, by an undo or by a move
      this.segments[depth] = String(at);
      this.lost = undefined;
      return;
    }
    if (this.isInsertion(depth)) {
      if (this.at !== undefined && this.at > at) this.at += to === undefined ? -1 : 1;
      return;
    }
    const index = Number(this.segments[depth]);
    if (to !== undefined) {
      if (index >= at) this.segments[depth] = String(index + 1);
    } else if (index > at) this.segments[depth] = String(index - 1);
    else if (index === at) this.lost = { depth, member: from };
  }

  private isInsertion(depth: number): boolean {
    return this.segments.length === depth + 1 && this.original.from === undefined;
  }

  /** A value was put over the one the path leads through: lists in it are searched for the members that were meant. */
  private followReplacement(prefix: readonly string[], { from, to }: Change): void {
    if (this.lost || !this.isWithin(prefix)) return;
    let before: unknown = from;
    let after: unknown = to;
    for (let depth = prefix.length; depth < this.segments.length; depth++) {
      const segment = this.segments[depth] ?? "";
      if (Array.isArray(before) && Array.isArray(after)) {
        if (this.isInsertion(depth)) return;
        const index = indexOfSegment(before, segment);
        if (index < 0) return;
        const found = indexAfter(before, after, index);
        if (found === undefined) {
          this.lost = { depth, member: before[index] };
          return;
        }
        if (!hasName(before[index])) this.segments[depth] = String(found);
        [before, after] = [before[index], after[found]];
      } else {
        before = fieldOf(before, segment);
        after = fieldOf(after, segment);
      }
      if (before === undefined || after === undefined) return;
    }
  }
}

function fieldOf(value: unknown, field: string): unknown {
  return typeof value === "object" && value !== null ? (value as Record<string, unknown>)[field] : undefined;
}

/** Where a member of a list lies in the list that was put in its place; nothing when that can't be told. */
function indexAfter(
  before: readonly unknown[],
  after: readonly unknown[],
  index: number,
): number | undefined {
  const member = before[index];
  if (same(after[index], member)) return index;
  const equal = after.flatMap((other, i) => (same(other, member) ? [i] : []));
  if (equal.length === 1) return equal[0];
  // nothing was put in or taken out: the member itself was changed where it lies
  return equal.length === 0 && before.length === after.length ? index : undefined;
}
