import { readFileSync } from "node:fs";
import { join } from "node:path";
import fc from "fast-check";
import { anyBusiness, type AnyBusiness } from "../../../tests/support/any-business";
import { sure } from "../../../tests/support/smallest-setup";
import { check } from "../checks/check";
import { Decimal } from "../money/decimal";
import { compileItem } from "../parcels/compiled-item";
import { Measures } from "../parcels/measures";
import { partOf, type OrderLine } from "../parcels/order-line";
import { items as itemsSchema } from "../setup/item";
import { parseSetup, parseWith } from "../setup/parse-setup";
import type { Setup } from "../setup/setup";
import { compileSetup, type CompiledSetup } from "./compiled-setup";
import type { Quote } from "./quote";
import { quote } from "./quote-order";
import { quoteRequestSchema, type QuoteRequest } from "./request";
import { runs } from "../../../tests/support/runs";

const now = "2026-11-24T08:00:00Z";
const RUNS = { seed: 20261126, numRuns: runs(200) };

/** The quote with and without its working, or the codes of what is wrong with the request. */
function quoted({ setup, items, request }: AnyBusiness): Quote | readonly string[] {
  return quotedBy(sure(compileSetup(sure(parseSetup(setup)))), { setup, items, request });
}

function quotedBy(compiled: CompiledSetup, { items, request }: AnyBusiness): Quote | readonly string[] {
  const catalogue = new Map(items.map((item) => [item.sku, compileItem(item, compiled.defaultWeights)]));
  const asked: QuoteRequest = sure(parseWith(quoteRequestSchema, request));
  const result = quote(compiled, asked, { items: (sku) => catalogue.get(sku), now });
  return result.ok ? result.value : result.problems.map(({ code }) => code);
}

test("any business of the format is read as it was written, compiles, is checked and quotes", () => {
  let given = 0;
  let shipped = 0;
  fc.assert(
    fc.property(anyBusiness, (any) => {
      const setup = sure(parseSetup(any.setup));
      expect(sure(parseSetup(JSON.parse(JSON.stringify(setup))))).toEqual(setup);
      sure(parseWith(itemsSchema, any.items));
      check(setup, any.items, "2026-11-24");
      const result = quoted(any);
      if (!("offers" in result))
        return expect(result.every((code) => code === "no-exchange-rate")).toBe(true);
      given += result.offers.length;
      for (const offer of result.offers) {
        const money = (text: string) => Decimal.of(text);
        expect(money(offer.net).plus(money(offer.tax)).equals(money(offer.gross))).toBe(true);
        const costs = offer.shipments.map(({ cost }) => money(cost)).reduce((a, b) => a.plus(b));
        expect(costs.equals(money(offer.cost))).toBe(true);
        expect(money(offer.net).minus(costs).equals(money(offer.margin))).toBe(true);
        const lines = offer.chargeLines.map(({ net }) => money(net)).reduce((a, b) => a.plus(b));
        expect(lines.equals(money(offer.net))).toBe(true);
        // every piece of every line that ships leaves once
        const pieces = offer.shipments.flatMap(({ lines: list }) => list.map(({ quantity }) => quantity));
        expect(pieces.reduce((a, b) => a + b)).toBe(Number(result.measures.quantity));
        shipped += offer.shipments.length > 1 ? 1 : 0;
      }
    }),
    RUNS,
  );
  // it is a test of quotes: many offers are given, some from several origins
  expect(given).toBeGreaterThan(runs(50));
  expect(shipped).toBeGreaterThan(runs(200) / 100);
});

test("the figures are the same with and without the working", () => {
  fc.assert(
    fc.property(anyBusiness, (any) => {
      const plain = quoted(any);
      const explained = quoted({ ...any, request: { ...any.request, working: true } });
      if (!("offers" in plain) || !("offers" in explained)) return expect(explained).toEqual(plain);
      const bare = ({ offers, withheld, ...rest }: Quote) => ({
        ...rest,
        offers: offers.map(({ working: _, ...offer }) => offer),
        withheld: withheld.map(({ working: _, ...offer }) => offer),
      });
      expect(bare(explained)).toEqual(bare(plain));
    }),
    RUNS,
  );
});

/** Lists whose order means nothing: what is in them is found by its code. */
const unordered = [
  "chargeTypes",
  "goodsClasses",
  "carriers",
  "zoneCharts",
  "services",
  "tariffs",
  "origins",
  "connections",
] as const;

test("the order of lists that have none changes nothing", () => {
  fc.assert(
    fc.property(anyBusiness, (any) => {
      const turned: Setup = { ...any.setup };
      for (const list of unordered) Object.assign(turned, { [list]: [...any.setup[list]].reverse() });
      const result = quoted({ ...any, setup: turned });
      expect(result).toEqual(quoted(any));
    }),
    RUNS,
  );
});

test("a source names its place by what it is about: moved rows, entries, rates and exceptions change no step", () => {
  const turn = <T>(list: readonly T[]): T[] => [...list].reverse();
  fc.assert(
    fc.property(anyBusiness, (any) => {
      const moved: Setup = {
        ...any.setup,
        exchangeRates: distinctBy(any.setup.exchangeRates, ({ from, to, asOf }) => `${from} ${to} ${asOf}`),
        tariffs: any.setup.tariffs.map((tariff) => ({
          ...tariff,
          editions: tariff.editions.map((edition) => ({ ...edition, rows: turn(edition.rows) })),
        })),
      };
      const still = { ...moved, tariffs: any.setup.tariffs };
      const request = { ...any.request, working: true };
      const rates = turn(moved.exchangeRates);
      expect(quoted({ ...any, request, setup: { ...moved, exchangeRates: rates } })).toEqual(
        quoted({ ...any, request, setup: still }),
      );
    }),
    { ...RUNS, numRuns: runs(150) },
  );
});

function distinctBy<T>(list: readonly T[], key: (one: T) => string): T[] {
  return [...new Map(list.map((one) => [key(one), one])).values()];
}

test("codes are names alone: an offer called otherwise is given alike", () => {
  const rename = <T>(value: T): T => JSON.parse(JSON.stringify(value).replaceAll('"f1"', '"zz"')) as T;
  fc.assert(
    fc.property(anyBusiness, (any) => {
      const before = quoted(any);
      const after = quoted({ ...any, setup: rename(any.setup), request: rename(any.request) });
      const bare = (result: Quote | readonly string[]) =>
        "offers" in result
          ? result.offers.map(({ offer, name: _, chargeLines, ...rest }) => ({
              ...rest,
              offer: offer === "zz" ? "f1" : offer,
              nets: chargeLines.map(({ net }) => net),
            }))
          : result;
      expect(bare(after)).toEqual(bare(before));
    }),
    { ...RUNS, numRuns: runs(150) },
  );
});

test("a line divided in any way has its value, its tax and its place in the count of lines", () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 2, maxLength: 4 }),
      fc.integer({ min: 1, max: 99_999 }),
      fc.constantFrom("0", "7", "22", "33.3"),
      fc.boolean(),
      (parts, cents, tax, includesTax) => {
        const quantity = parts.reduce((a, b) => a + b);
        const price = Decimal.of((cents / 100).toFixed(2));
        const line: OrderLine = {
          index: 0,
          item: compileItem({ sku: "X", name: "X", weight: { value: "1", unit: "kg" } }, new Map()),
          quantity,
          priceBeforeDiscount: price.plus(Decimal.one),
          price,
          includesTax,
          taxPercent: Decimal.of(tax),
          pinned: undefined,
        };
        const whole = new Measures([line]);
        const divided = new Measures(parts.map((pieces) => partOf(line, pieces)));
        expect(divided.lines).toBe(1);
        for (const value of [
          "goodsValue",
          "goodsValueIncTax",
          "goodsValueBeforeDiscount",
          "goodsValueBeforeDiscountIncTax",
        ] as const)
          expect(divided[value].toString()).toBe(whole[value].toString());
      },
    ),
    { seed: 3, numRuns: runs(500) },
  );
});

interface SchemaNode {
  readonly $ref?: string;
  readonly properties?: Readonly<Record<string, SchemaNode>>;
  readonly items?: SchemaNode;
  readonly prefixItems?: readonly SchemaNode[];
  readonly additionalProperties?: SchemaNode | boolean;
  readonly anyOf?: readonly SchemaNode[];
  readonly oneOf?: readonly SchemaNode[];
  readonly allOf?: readonly SchemaNode[];
}

/** The fields of the published format, each by the names that lead to it; what is inside `not` is known already. */
function fieldsOf(root: SchemaNode & { readonly $defs?: Readonly<Record<string, SchemaNode>> }): Set<string> {
  const found = new Set<string>();
  const visit = (node: SchemaNode, path: string, depth: number): void => {
    if (depth > 12 || path.includes("/not/not")) return;
    const name = node.$ref?.split("/").at(-1);
    const inner = name === undefined ? undefined : root.$defs?.[name];
    if (inner) visit(inner, path, depth + 1);
    for (const [key, value] of Object.entries(node.properties ?? {})) {
      found.add(`${path}/${key}`);
      visit(value, `${path}/${key}`, depth);
    }
    for (const list of [node.anyOf, node.oneOf, node.allOf, node.prefixItems])
      for (const one of list ?? []) visit(one, path, depth + 1);
    if (node.items) visit(node.items, path, depth + 1);
  };
  visit(root, "", 0);
  return found;
}

function occurring(value: unknown, path: string, into: Set<string>): void {
  if (Array.isArray(value)) return value.forEach((one) => occurring(one, path, into));
  if (typeof value !== "object" || value === null) return;
  for (const [key, inner] of Object.entries(value)) {
    into.add(`${path}/${key}`);
    occurring(inner, `${path}/${key}`, into);
  }
}

test("every field of the published format occurs in some of these businesses", () => {
  const schema = JSON.parse(
    readFileSync(join(__dirname, "../../../docs/setup.schema.json"), "utf8"),
  ) as SchemaNode;
  const seen = new Set<string>();
  for (const { setup } of fc.sample(anyBusiness, { seed: 20261126, numRuns: 600 }))
    occurring(setup, "", seen);
  // the language of conditions is the same wherever conditions stand
  const places = /^(.*?)\/(when|anyOf|allOf)\/(not\/)?/;
  const within = (path: string) => (places.test(path) ? path.replace(places, "condition/") : path);
  const seenWithin = new Set([...seen].map(within));
  const missing = [...fieldsOf(schema)].filter((path) => !seenWithin.has(within(path)));
  expect(missing).toEqual([]);
});
