import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { compileItem } from "@/core/parcels/compiled-item";
import { compileSetup } from "@/core/quote/compiled-setup";
import { quote } from "@/core/quote/quote-order";
import { quoteRequestSchema } from "@/core/quote/request";
import { items as itemsSchema } from "@/core/setup/item";
import { parseSetup, parseWith, type Parsed } from "@/core/setup/parse-setup";

interface ConformanceFile {
  about: string;
  setup: unknown;
  items: unknown;
  cases: {
    name: string;
    request: unknown;
    expect: { offers: Record<string, unknown>[]; withheld?: Record<string, unknown>[] };
  }[];
}

function sure<T>(parsed: Parsed<T>): T {
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problems, null, 1));
  return parsed.value;
}

describe.each(readdirSync(__dirname).filter((file) => file.endsWith(".json")))("%s", (file) => {
  const content = JSON.parse(readFileSync(join(__dirname, file), "utf8")) as ConformanceFile;
  const setup = sure(parseSetup(content.setup));
  const compiled = sure(compileSetup(setup));
  const catalogue = new Map(
    sure(parseWith(itemsSchema, content.items)).map((item) => [
      item.sku,
      compileItem(item, compiled.defaultWeights),
    ]),
  );

  test.each(content.cases)("$name", ({ request, expect: wanted }) => {
    const parsed = sure(parseWith(quoteRequestSchema, request));
    const context = { items: (sku: string) => catalogue.get(sku), now: "2026-11-24T08:00:00Z" };
    const result = sure(quote(compiled, parsed, context));
    expect(result.offers).toHaveLength(wanted.offers.length);
    expect(result.offers).toMatchObject(wanted.offers);
    for (const entry of wanted.withheld ?? [])
      expect(result.withheld).toContainEqual(expect.objectContaining(entry));
    const { working: _, ...plain } =
      sure(quote(compiled, { ...parsed, working: true }, context)).offers[0] ?? {};
    expect(plain).toEqual(result.offers[0] ?? {});
  });
});
