import { promiseWords } from "./promise-words";

const words = (earliest: string, latest: string) => promiseWords({ promise: { earliest, latest } });

test("a promise as people write it", () => {
  expect(words("2026-11-26", "2026-11-30")).toBe("26–30 Nov");
  expect(words("2026-11-30", "2026-12-02")).toBe("30 Nov – 2 Dec");
  expect(words("2026-11-26", "2026-11-26")).toBe("26 Nov");
  expect(promiseWords({})).toBe("–");
});
