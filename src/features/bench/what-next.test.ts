import { whatNext } from "./what-next";

const words = { channels: [{ code: "web", name: "Web shop" }], country: "EE", weight: "kg" } as const;

test.each([
  ["HI", "HI", 0],
  ["2 HIVE", "HIVE", 2],
  ["2 HIVE-10, 1 smo", "smo", 13],
  ["2 × ", "", 4],
  ["1.5", "", 0],
])("before the place %j asks for an item", (before, text, from) =>
  expect(whatNext(before, words)).toEqual({ kind: "item", text, from }),
);

test("after the place come channels and what else an order has", () => {
  const texts = (before: string) => {
    const next = whatNext(before, words);
    return next.kind === "words" ? next.completions.map(({ text, from }) => [text, from]) : next;
  };
  expect(texts("1 X to SE 62")).toEqual([]);
  expect(texts("1 X to swe")).toEqual([["SE ", 7]]);
  expect(texts("1 X to s")).toEqual([]);
  expect(texts("1 X to SE 621, w")).toEqual([["web", 15]]);
  expect(texts("1 X to SE, web, co")).toEqual([
    ["coupon ", 16],
    ["collection point", 16],
  ]);
});
