import { isCountry } from "../zones/countries";
import { readEdge, readHeadBreak, type EdgeText, type HeadBreak } from "./edge-text";
import type { FileField, FilePlan } from "./file-plan";
import { readFigure } from "./figure-text";
import type { RateKind, RateRecord, RecordPlace, RowFault, RowFaultCode } from "./rate-record";

const NO_RATE = /^(?:|-|–|—|n\/?a|none|no rate)$/i;
const ERROR = /^#(?:REF|N\/A|VALUE|DIV\/0|NAME|NUM|NULL|SPILL|CALC)[!?]?/i;
const RATE_KINDS: Readonly<Record<string, RateKind["rate"]>> = {
  flat: "flat",
  perunit: "perUnit",
  "per unit": "perUnit",
  baseplus: "basePlus",
  "base plus": "basePlus",
};

/** A country's two letters for a name or code of a file; `undefined` when it is none. */
export type CountryLookup = (text: string) => string | undefined;

class Fault extends Error {
  constructor(
    readonly code: RowFaultCode,
    readonly data: Readonly<Record<string, string>> = {},
  ) {
    super(code);
  }
}

/**
 * Reads a table row by row as rates. `head` is the line of heads. A row that can't be read gives its fault and no rate at
 * all; rows without anything in the columns asked for are passed over. Texts that occur again are read once.
 */
export function recordReader(
  plan: FilePlan,
  head: readonly string[],
  countryOf: CountryLookup = (text) => (isCountry(text.toUpperCase()) ? text.toUpperCase() : undefined),
): (cells: readonly string[], line: number) => readonly RateRecord[] | RowFault {
  const edges = remembered((text) => readEdge(text, plan.decimal));
  const figures = remembered((text) => readFigure(text, plan.decimal));
  const countries = remembered(countryOf);
  const reader = new RowReader(plan, head, edges, figures, countries);
  return (cells, line) => {
    try {
      return reader.read(cells, line);
    } catch (error) {
      if (!(error instanceof Fault)) throw error;
      return { line, code: error.code, data: error.data };
    }
  };
}

type Lookup<T> = (text: string) => T | undefined;

/** The same answer without the work; bounded, since a file may hold any number of texts. */
function remembered<T>(find: Lookup<T>): Lookup<T> {
  const known = new Map<string, T | undefined>();
  return (text) => {
    if (known.has(text)) return known.get(text);
    const found = find(text);
    if (known.size < 100_000) known.set(text, found);
    return found;
  };
}

interface HeadRate {
  readonly column: number;
  readonly name: string;
  readonly brk: HeadBreak | undefined;
}

class RowReader {
  readonly #rates: readonly HeadRate[];

  constructor(
    private readonly plan: FilePlan,
    head: readonly string[],
    private readonly edgeOf: Lookup<EdgeText>,
    private readonly figureOf: Lookup<string>,
    private readonly countryOf: Lookup<string>,
  ) {
    this.#rates = plan.rates.map((column) => {
      const name = (head[column] ?? "").trim();
      return {
        column,
        name,
        brk: plan.shape === "zonesDown" ? readHeadBreak(name, plan.decimal) : undefined,
      };
    });
  }

  read(cells: readonly string[], line: number): readonly RateRecord[] {
    if (this.plan.shape === "list") return this.#isBlank(cells) ? [] : [this.#listed(cells, line)];
    const rates = this.#rates;
    if (this.#isBlank(cells) && rates.every(({ column }) => (cells[column] ?? "").trim() === "")) return [];
    return this.plan.shape === "zonesDown"
      ? this.#zonesDown(cells, line, rates)
      : this.#breaksDown(cells, line, rates);
  }

  #listed(cells: readonly string[], line: number): RateRecord {
    return {
      line,
      tariff: this.#text(cells, "tariff"),
      place: this.#place(cells),
      ...this.#band(cells),
      ...this.#interval(cells),
      kind: this.#kind(cells),
      price: this.#price(this.#text(cells, "price"), "price"),
      ...this.#bounds(cells),
    };
  }

  #zonesDown(cells: readonly string[], line: number, rates: readonly HeadRate[]): RateRecord[] {
    const shared = {
      line,
      tariff: this.#text(cells, "tariff"),
      place: this.#place(cells),
      ...this.#band(cells),
      ...this.#bounds(cells),
    };
    return rates.map(({ column, name, brk }) => {
      if (!brk) throw new Fault("no-edge", { text: name });
      return {
        ...shared,
        ...this.#ends(brk.edge),
        kind: brk.kind,
        price: this.#price((cells[column] ?? "").trim(), name),
      };
    });
  }

  #breaksDown(cells: readonly string[], line: number, rates: readonly HeadRate[]): RateRecord[] {
    const shared = {
      line,
      tariff: this.#text(cells, "tariff"),
      ...this.#band(cells),
      ...this.#interval(cells),
      kind: this.#kind(cells),
    };
    return rates.map(({ column, name }) => {
      if (name === "") throw new Fault("no-place");
      return { ...shared, place: { zone: name }, price: this.#price((cells[column] ?? "").trim(), name) };
    });
  }

  #text(cells: readonly string[], field: FileField): string {
    const column = this.plan.columns[field];
    return column === undefined ? "" : (cells[column] ?? "").trim();
  }

  /** Whether none of the columns the plan names holds anything. */
  #isBlank(cells: readonly string[]): boolean {
    return Object.values(this.plan.columns).every((column) => (cells[column] ?? "").trim() === "");
  }

  #place(cells: readonly string[]): RecordPlace {
    const zone = this.#text(cells, "zone");
    if (this.plan.columns.zone !== undefined) {
      if (ERROR.test(zone)) throw new Fault("formula-error", { text: zone });
      if (zone === "") throw new Fault("no-place");
      return { zone };
    }
    const country = this.#text(cells, "country");
    if (country === "") throw new Fault("no-place");
    const known = this.countryOf(country);
    if (known === undefined) throw new Fault("unknown-country", { text: country });
    const postcode = this.#text(cells, "postcode");
    return postcode === "" ? { country: known } : { country: known, postcode };
  }

  #band(cells: readonly string[]): { readonly band?: string | null } {
    const text = this.#text(cells, "band");
    if (text === "") return {};
    const read = this.edgeOf(text);
    if (!read) throw new Fault("no-edge", { text });
    if ("edge" in read) return { band: read.edge };
    return { band: "to" in read ? read.to : null };
  }

  #interval(cells: readonly string[]): { readonly from?: string; readonly to?: string | null } {
    const { columns } = this.plan;
    const [from, to] = [this.#text(cells, "from"), this.#text(cells, "to")];
    const [low, high] = [this.#edge(from), this.#edge(to)];
    // one column alone may hold both ends: "2-5 kg"
    if (columns.from === undefined || columns.to === undefined) {
      const only = columns.to === undefined ? low : high;
      const text = columns.to === undefined ? from : to;
      if (!only) {
        if (text === "" && columns.to !== undefined) return { to: null };
        throw new Fault("no-edge", { text });
      }
      if (!("edge" in only)) return this.#ends(only);
      return columns.to === undefined ? { from: only.edge } : { to: only.edge };
    }
    const lower =
      from === "" ? "0" : low && ("edge" in low ? low.edge : "from" in low ? low.from : undefined);
    if (lower === undefined) throw new Fault("no-edge", { text: from });
    const upper = !high ? null : "edge" in high ? high.edge : "to" in high ? high.to : undefined;
    if (upper === undefined || (!high && to !== "")) throw new Fault("no-edge", { text: to });
    return checked(lower, upper);
  }

  #edge(text: string): EdgeText | undefined {
    if (ERROR.test(text)) throw new Fault("formula-error", { text });
    return text === "" ? undefined : this.edgeOf(text);
  }

  /** A lone edge is the end the plan says it is. */
  #ends(read: EdgeText): { readonly from?: string; readonly to?: string | null } {
    if ("edge" in read) return this.plan.boundary === "upTo" ? { to: read.edge } : { from: read.edge };
    if (!("to" in read)) return { from: read.from };
    return read.from === undefined ? { to: read.to } : checked(read.from, read.to);
  }

  #kind(cells: readonly string[]): RateKind {
    const text = this.#text(cells, "rate");
    const rate = text === "" ? "flat" : RATE_KINDS[text.toLowerCase()];
    if (rate === undefined) throw new Fault("not-a-figure", { text, column: "rate" });
    if (rate === "flat") return { rate };
    const per = this.#text(cells, "per");
    return { rate, per: this.#figure(per === "" ? "1" : per, "per") };
  }

  #bounds(cells: readonly string[]): { readonly minimum?: string; readonly maximum?: string } {
    const [minimum, maximum] = (["minimum", "maximum"] as const).map((field) => {
      const text = this.#text(cells, field);
      return NO_RATE.test(text) ? undefined : this.#figure(text, field);
    });
    return { ...(minimum === undefined ? {} : { minimum }), ...(maximum === undefined ? {} : { maximum }) };
  }

  #price(text: string, column: string): string | null {
    return NO_RATE.test(text) ? null : this.#figure(text, column);
  }

  #figure(text: string, column: string): string {
    if (ERROR.test(text)) throw new Fault("formula-error", { text });
    const read = this.figureOf(text);
    if (read === undefined) throw new Fault("not-a-figure", { text, column });
    if (read.startsWith("-")) throw new Fault("negative", { text, column });
    return read;
  }
}

function checked(from: string, to: string | null): { readonly from: string; readonly to: string | null } {
  // an interval of nothing but 0 is how "up to 0" is written out
  const nothing = from === "0" && to === "0";
  if (to !== null && !nothing && Number(from) >= Number(to)) throw new Fault("reversed", { from, to });
  return { from, to };
}
