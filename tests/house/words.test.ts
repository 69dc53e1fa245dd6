import { readFileSync } from "node:fs";
import { join } from "node:path";
import { retiredWords } from "../../scripts/texts/retired-words";
import { textsIn, visibleTexts } from "../../scripts/texts/visible-texts";

const root = join(__dirname, "../..");

describe("the words of the product", () => {
  const texts = visibleTexts(root);

  test("are found: the list holds what people read", () => {
    expect(texts.length).toBeGreaterThan(3500);
    const all = new Set(texts.map(({ text }) => text));
    for (const known of ["Publish now", "Sign in", "Header row", "Where money is lost"])
      expect(all).toContain(known);
  });

  test.each(retiredWords)("nobody reads “$retired” any more, but $instead", ({ pattern }) => {
    expect(
      texts.filter(({ text }) => pattern.test(text)).map(({ file, line, text }) => `${file}:${line} ${text}`),
    ).toEqual([]);
  });

  test("that are retired stand in the list for those who write, with what is said instead", () => {
    const page = readFileSync(join(root, "docs/words.md"), "utf8");
    for (const { retired, instead } of retiredWords) expect(page).toContain(`| ${retired} | ${instead} |`);
  });
});

describe("reading the texts of a file", () => {
  const of = (source: string, file = "a.tsx") => textsIn(file, source).map(({ text }) => text);

  test("finds what stands between tags, with what is filled in as one text", () => {
    expect(of("const a = <p>Charged {sum} of <b>{whole}</b> orders</p>;")).toEqual(["Charged … of … orders"]);
  });

  test("finds labels, titles and choices, and leaves classes, codes and paths", () => {
    expect(
      of('const a = <i className="flex gap-2" aria-label="Close it" role="status" title={`${n} orders`} />;'),
    ).toEqual(["Close it", "… orders"]);
    expect(of('const a = bad ? "not stored yet" : "h-7 rounded-md px-1";')).toEqual(["not stored yet"]);
    expect(of('const path = "offers/x/plan"; const code = "limit-weight"; go("/orders");')).toEqual([]);
  });

  test("leaves imports, types, what is thrown and what is compared", () => {
    expect(of('import a from "some where"; type T = "one or more";', "a.ts")).toEqual([]);
    expect(of('if (kind === "of one") throw new Error("no such thing");', "a.ts")).toEqual([]);
  });

  test("tells the line", () => {
    expect(textsIn("a.tsx", "\n\nconst a = <p>Two lines down</p>;")).toEqual([
      { file: "a.tsx", line: 3, text: "Two lines down" },
    ]);
  });
});
