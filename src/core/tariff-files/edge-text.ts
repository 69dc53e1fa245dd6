import type { RateKind } from "./rate-record";
import { readFigure, type DecimalSign } from "./figure-text";

/** The bounds a text names, as decimals: one edge alone, or an interval; `to: null` is open upwards. */
export type EdgeText =
  | { readonly edge: string }
  | { readonly from?: string; readonly to: string | null }
  | { readonly from: string };

const OPEN = /^(?:above|and above|over|and over|∞|inf(?:inity)?|unlimited|open|max)$/i;
const RANGE = /^(.*\d.*?)\s*(?:-|–|—|\.\.+|…|\bto\b|\bbis\b|\btill\b)\s*(.*\d.*)$/i;
const UP_TO = /^(?:up to(?: and including)?|upto|to|until|max\.?|bis|till|≤|<=|<)\s*(.+)$/i;
const OVER = /^(?:over|above|more than|über|≥|>=|>)\s*(.+)$/i;
const FROM = /^(?:from|ab|från|alates)\s*(.+)$/i;
const AND_ABOVE = /^(.+?)\s*(?:\+|and above|and more|and over)$/i;

/** The bounds in a head or a cell: "5", "2-5 kg", "up to 30", "from 100", "over 30", "30+", "above". */
export function readEdge(text: string, sign: DecimalSign): EdgeText | undefined {
  const trimmed = text.trim();
  if (OPEN.test(trimmed)) return { to: null };
  const figure = (part: string | undefined) => (part === undefined ? undefined : readEdgeFigure(part, sign));
  const plain = figure(trimmed);
  if (plain !== undefined) return { edge: plain };
  const upTo = figure(UP_TO.exec(trimmed)?.[1]);
  if (upTo !== undefined) return { to: upTo };
  const above = figure(OVER.exec(trimmed)?.[1] ?? AND_ABOVE.exec(trimmed)?.[1]);
  if (above !== undefined) return { from: above, to: null };
  const from = figure(FROM.exec(trimmed)?.[1]);
  if (from !== undefined) return { from };
  const range = RANGE.exec(trimmed);
  const [low, high] = [figure(range?.[1]), figure(range?.[2])];
  return low === undefined || high === undefined ? undefined : { from: low, to: high };
}

/** An edge is never negative. */
function readEdgeFigure(text: string, sign: DecimalSign): string | undefined {
  const read = readFigure(text, sign);
  return read?.startsWith("-") ? undefined : read;
}

/** A column's head as a break: its bounds, and how its cells count: "30 per 1", "above base per 0.5". */
export interface HeadBreak {
  readonly edge: EdgeText;
  readonly kind: RateKind;
}

export function readHeadBreak(head: string, sign: DecimalSign): HeadBreak | undefined {
  const [, bounds = "", base, per] =
    /^(.*?)(?:\s+(base\s+)?per\s+([\d.,]+)(?:\s*[a-z0-9]+)?)?$/i.exec(head.trim()) ?? [];
  const edge = readEdge(bounds, sign);
  const count = per === undefined ? undefined : readFigure(per, sign);
  if (!edge || (per !== undefined && count === undefined)) return undefined;
  if (count === undefined) return { edge, kind: { rate: "flat" } };
  return { edge, kind: { rate: base === undefined ? "perUnit" : "basePlus", per: count } };
}
