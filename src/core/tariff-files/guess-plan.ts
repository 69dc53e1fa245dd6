import { readEdge, readHeadBreak } from "./edge-text";
import { decimalSignOf, readFigure } from "./figure-text";
import type { FileField, FilePlan } from "./file-plan";

/** A plan as far as the file tells, and what only a person can know. */
export interface GuessedPlan extends FilePlan {
  /** Whether the decimal sign could be told from the file. */
  readonly decimalTold: boolean;
  /** The unit a head of weights names. */
  readonly unit: "kg" | "g" | "lb" | "oz" | undefined;
}

/** Heads that name a field, as carriers write them; the first that fits a column wins, and a column serves once. */
const HEADS: readonly (readonly [FileField, RegExp])[] = [
  ["minimum", /^(min(imum)?( charge| price)?|at least)$/],
  ["maximum", /^(max(imum)?( charge| price)|maximum|at most)$/],
  ["price", /(price|rate|charge|amount|cost|tarif|preis|hind|pris|cena|eur|sek|pln)\b/],
  [
    "from",
    /(^from\b|\bfrom\b.*(weight|kg|g)?$|^(weight|kg|g).*(from|min)|min\.? ?(weight|kg)|^over\b|^ab\b|^von\b)/,
  ],
  ["to", /(^to\b|up to|\bto$|until|(weight|kg|g).*(\bto\b|max)|max\.? ?(weight|kg)|^bis\b)/],
  ["tariff", /(service|product|tariff|tjänst|teenus|leistung)/],
  ["country", /(country|iso ?2?$|^land$|riik|destination|^ship ?to)/],
  ["postcode", /(post ?code|postal|zip|plz|postnummer)/],
  ["zone", /(zone|tsoon|region|area)/],
  ["band", /\bband\b/],
  ["per", /^per$/],
  ["to", /(weight|gewicht|vikt|kaal|^kg$|^g$|^lbs?$|bracket|break)/],
];

const EXACT: Readonly<Partial<Record<string, FileField>>> = {
  rate: "rate",
  tariff: "tariff",
  price: "price",
  band: "band",
};

/** How a table is probably to be read: `rows` are its first lines, heads and titles with them. */
export function guessPlan(rows: readonly (readonly string[])[]): GuessedPlan {
  const decimal = decimalSignOf(rows.flat());
  const sign = decimal ?? ".";
  const headLine = guessHead(rows, sign);
  const head = (rows[headLine - 1] ?? []).map((text) => text.trim());
  const body = rows.slice(headLine);
  const shape = guessShape(head, body, sign);
  const columns = shape === "list" ? listColumns(head) : matrixColumns(head, shape, sign);
  const taken = new Set(Object.values(columns));
  const rates = head.flatMap((text, column) => {
    if (taken.has(column) || text === "") return [];
    if (shape === "zonesDown") return readHeadBreak(text, sign) ? [column] : [];
    return shape === "breaksDown" && holdsFigures(body, column, sign) ? [column] : [];
  });
  const boundary = columns.to === undefined && columns.from !== undefined ? "from" : "upTo";
  return {
    shape,
    headLine,
    columns,
    rates,
    decimal: sign,
    boundary,
    decimalTold: decimal !== undefined,
    unit: unitOf(head, rows),
  };
}

/** The line of the heads: the fullest of the first lines that is not figures alone, the first of equals. */
function guessHead(rows: readonly (readonly string[])[], sign: "," | "."): number {
  let [best, most] = [1, 0];
  rows.slice(0, 15).forEach((cells, i) => {
    const filled = cells.filter((text) => text.trim() !== "");
    const words = filled.filter((text) => readFigure(text, sign) === undefined).length;
    // the first zone below may be one without any rate
    const figures = rows
      .slice(i + 1)
      .some((below) => below.some((text) => readFigure(text, sign) !== undefined));
    if (words > 0 && figures && filled.length > most) [best, most] = [i + 1, filled.length];
  });
  return best;
}

type Shape = FilePlan["shape"];

function guessShape(head: readonly string[], body: readonly (readonly string[])[], sign: "," | "."): Shape {
  const breaks = head.filter((text) => readHeadBreak(text, sign) !== undefined).length;
  const { price } = listColumns(head);
  if (breaks >= 2 || (breaks === 1 && price === undefined)) return "zonesDown";
  if (price !== undefined && fieldOf(bare(head[price] ?? "")) === "price") {
    const numeric = head.filter((_, column) => holdsFigures(body, column, sign)).length;
    // a list has its weights and one price; more columns of figures under names of zones are a matrix
    if (numeric <= 4 || head.some((text) => fieldOf(bare(text)) === "zone")) return "list";
  }
  const edges = body.filter((cells) => readEdge(cells[0] ?? "", sign) !== undefined).length;
  return edges > 0 && edges >= body.length / 2 ? "breaksDown" : "list";
}

function holdsFigures(body: readonly (readonly string[])[], column: number, sign: "," | "."): boolean {
  return body.some((cells) => readFigure(cells[column] ?? "", sign) !== undefined);
}

function bare(head: string): string {
  return head
    .trim()
    .toLowerCase()
    .replace(/[_()[\]/]+/g, " ")
    .replace(/\s+/g, " ")
    .trim();
}

function fieldOf(head: string): FileField | undefined {
  return EXACT[head] ?? HEADS.find(([, form]) => form.test(head))?.[0];
}

type Columns = Partial<Record<FileField, number>>;

function listColumns(head: readonly string[]): Columns {
  const columns: Columns = {};
  const heads = head.map(bare);
  heads.forEach((text, i) => {
    const exact = EXACT[text];
    if (exact && columns[exact] === undefined) columns[exact] = i;
  });
  for (const [field, form] of HEADS) {
    if (columns[field] !== undefined) continue;
    const at = heads.findIndex((text, i) => form.test(text) && !Object.values(columns).includes(i));
    if (at >= 0) columns[field] = at;
  }
  return columns;
}

function matrixColumns(head: readonly string[], shape: Shape, sign: "," | "."): Columns {
  const named = listColumns(head);
  if (shape === "breaksDown") {
    const { from, to, band, tariff } = named;
    const lead = from === undefined && to === undefined ? { to: 0 } : {};
    return defined({ from, to, band, tariff, ...lead });
  }
  const { zone, country, postcode, band, tariff } = named;
  const [minimum, maximum] = (["minimum", "maximum"] as const).map((field) =>
    head.findIndex((text) => HEADS.find(([name]) => name === field)?.[1].test(bare(text))),
  );
  const first = head.findIndex((text) => readHeadBreak(text, sign) === undefined);
  return defined({
    zone: zone ?? (country === undefined ? Math.max(first, 0) : undefined),
    country,
    postcode,
    band,
    tariff,
    minimum: minimum === undefined || minimum < 0 ? undefined : minimum,
    maximum: maximum === undefined || maximum < 0 ? undefined : maximum,
  });
}

function defined(columns: Partial<Record<FileField, number | undefined>>): Columns {
  return Object.fromEntries(Object.entries(columns).filter(([, at]) => at !== undefined)) as Columns;
}

const UNITS: readonly (readonly ["kg" | "g" | "lb" | "oz", RegExp])[] = [
  ["kg", /\bkgs?\b|kilo/i],
  ["g", /\b(g|gr|grams?|gramm)\b/i],
  ["lb", /\b(lbs?|pounds?)\b/i],
  ["oz", /\b(oz|ounces?)\b/i],
];

/** The unit that heads, or the lines above them, name. */
function unitOf(head: readonly string[], rows: readonly (readonly string[])[]): GuessedPlan["unit"] {
  const texts = [...head, ...rows.slice(0, 12).flat()];
  for (const text of texts) {
    const found = UNITS.find(([, form]) => form.test(text.replace(/_/g, " ")));
    if (found) return found[0];
  }
  return undefined;
}

/** What speaks against a unit of weights: edges that make sense in the other one only. */
export function unitSuspicion(edges: readonly string[], unit: string): "grams" | "kilograms" | undefined {
  const figures = edges.map(Number).filter((edge) => edge > 0);
  const usual = figures.filter((edge) => !/^9{4,}/.test(String(edge)));
  const most = Math.max(0, ...usual);
  if (unit === "kg" && most >= 1000 && usual.every(Number.isInteger) && Math.min(...usual) >= 20)
    return "grams";
  if (unit === "g" && usual.length > 0 && most <= 100) return "kilograms";
  return undefined;
}
