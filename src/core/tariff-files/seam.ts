import { digitsAfterPoint, plainDecimal } from "../money/decimal-text";
import { placeKey, type RateRecord } from "./rate-record";

/** How the place between two intervals is settled; `lower` and `upper` say which of the two gets it. */
export type SeamChoice = "lower" | "upper" | "empty";

/**
 * Where the intervals of a file do not meet: from `end`, where the lower one ends, to `start`, where the upper one begins.
 * `gap`: nothing is said between them. `overlap`: both are said to hold (`start` is the smaller). `start`: the first
 * interval begins above 0. `lastBound`: the last interval's end is so high that "and above" may be meant.
 */
export interface Seam {
  readonly key: string;
  readonly kind: "gap" | "overlap" | "start" | "lastBound";
  readonly end: string;
  readonly start: string;
  /** How many rows begin or end here, and the first of them. */
  readonly rows: number;
  readonly line: number;
  /** What is done when nobody chooses. */
  readonly usual: SeamChoice;
}

/** What was chosen, by a seam's key; "upper" at a last bound opens it upwards. */
export type SeamChoices = Readonly<Record<string, SeamChoice>>;

type Boundary = "upTo" | "from";

interface Span {
  readonly record: RateRecord;
  from: string;
  to: string | null;
}

/** Records with both ends, those in place of missing ones taken from the file's other edges; sorted within each place. */
export function spansOf(records: readonly RateRecord[]): Span[][] {
  const points = new Set<string>(["0"]);
  let [lone, open] = [false, false];
  for (const { from, to } of records) {
    if (from !== undefined) points.add(plainDecimal(from));
    if (typeof to === "string") points.add(plainDecimal(to));
    lone ||= from === undefined || to === undefined;
    open ||= to === null;
  }
  const sorted = lone || open ? [...points].sort(byFigure) : [];
  const at = new Map(sorted.map((point, i) => [point, i]));
  const before = (to: string | null) =>
    (to === null ? sorted.at(-1) : sorted[(at.get(plainDecimal(to)) ?? 0) - 1]) ?? "0";
  const after = (from: string) => sorted[(at.get(plainDecimal(from)) ?? sorted.length) + 1] ?? null;
  const groups = new Map<string, Span[]>();
  for (const record of records) {
    const from = record.from === undefined ? before(record.to ?? null) : plainDecimal(record.from);
    const to = record.to === undefined ? after(from) : record.to === null ? null : plainDecimal(record.to);
    const key = `${placeKey(record.place)}\n${record.band === undefined ? "" : (record.band ?? "above")}`;
    const group = groups.get(key);
    if (group) group.push({ record, from, to });
    else groups.set(key, [{ record, from, to }]);
  }
  const all = [...groups.values()];
  for (const group of all) group.sort((a, b) => byFigure(a.from, b.from) || byFigure(a.to, b.to));
  return all;
}

/**
 * The places where intervals do not meet, each once, by where they are. A step of one digit is closed where nobody chooses:
 * in an `upTo` table at the lower interval's end, in a `from` table at the upper one's start, so that both stated ends stay
 * where they were stated. Wider gaps stay empty, and a last bound stays as it is.
 */
export function seamsOf(groups: readonly (readonly Span[])[], boundary: Boundary): Seam[] {
  const found = new Map<string, Seam>();
  const joined = boundary === "upTo" ? "upper" : "lower";
  const see = (kind: Seam["kind"], end: string, start: string, line: number, usual: SeamChoice) => {
    const key = `${kind} ${end} ${start}`;
    const known = found.get(key);
    found.set(key, { key, kind, end, start, usual, line: known?.line ?? line, rows: (known?.rows ?? 0) + 1 });
  };
  for (const group of groups) {
    const [first] = group;
    if (first && Number(first.from) > 0)
      see(
        "start",
        "0",
        first.from,
        first.record.line,
        boundary === "upTo" && isStep("0", first.from) ? "upper" : "empty",
      );
    group.forEach((span, i) => {
      const next = group[i + 1];
      if (!next) {
        if (isHuge(span)) see("lastBound", span.to ?? "", span.from, span.record.line, "lower");
      } else if (span.to === null ? next.from !== span.from : byFigure(next.from, span.to) < 0) {
        // the same interval twice is a fault of the row, not a seam
        if (next.from !== span.from || next.to !== span.to)
          see("overlap", span.to ?? "", next.from, next.record.line, "lower");
      } else if (span.to !== null && byFigure(next.from, span.to) > 0)
        see("gap", span.to, next.from, next.record.line, isStep(span.to, next.from) ? joined : "empty");
    });
  }
  return [...found.values()].sort(
    (a, b) => byFigure(a.start, b.start) || byFigure(a.end || null, b.end || null),
  );
}

/** The intervals as they are after what was chosen; nothing of the given ones is changed. */
export function closeSeams(
  groups: readonly (readonly Span[])[],
  boundary: Boundary,
  choices: SeamChoices,
): Span[][] {
  const chosen = new Map(
    seamsOf(groups, boundary).map((seam) => [seam.key, choices[seam.key] ?? seam.usual]),
  );
  return groups.map((group) => {
    const spans = group.map((span) => ({ ...span }));
    const [first] = spans;
    if (first && chosen.get(`start 0 ${first.from}`) === "upper") first.from = "0";
    spans.forEach((span, i) => {
      const next = spans[i + 1];
      const end = group[i]?.to ?? null;
      const start = group[i + 1]?.from ?? "";
      if (!next) {
        if (chosen.get(`lastBound ${span.to ?? ""} ${group[i]?.from ?? ""}`) === "upper") span.to = null;
      } else if (chosen.has(`overlap ${end ?? ""} ${start}`)) {
        const choice = chosen.get(`overlap ${end ?? ""} ${start}`);
        if (choice === "lower" && end !== null) next.from = end;
        else span.to = start;
      } else if (end !== null && chosen.has(`gap ${end} ${start}`)) {
        const choice = chosen.get(`gap ${end} ${start}`);
        if (choice === "upper") next.from = end;
        if (choice === "lower") span.to = start;
      }
    });
    return spans;
  });
}

/** One step of the last digit, as in "up to 3000, then 3001" or "up to 2.99, then 3.00". */
function isStep(end: string, start: string): boolean {
  const digits = Math.max(digitsAfterPoint(end), digitsAfterPoint(start));
  const step = 10 ** -digits;
  return Number(start) - Number(end) <= step * 1.000_001;
}

/** Nines alone, or thousands and fifty times where the interval begins: nobody weighs that. */
function isHuge({ from, to }: Span): boolean {
  if (to === null) return false;
  return /^9{4,}(?:\.9+)?$/.test(to) || (Number(from) > 0 && Number(to) >= Math.max(1000, 50 * Number(from)));
}

/** By size, open last; texts of different digits that differ by less than a float can tell are told apart by their text. */
export function byFigure(a: string | null, b: string | null): number {
  if (a === null || b === null) return a === b ? 0 : a === null ? 1 : -1;
  return Number(a) - Number(b) || (a < b ? -1 : a > b ? 1 : 0);
}

export type { Span };
