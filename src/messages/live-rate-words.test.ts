import { liveRateWords } from "./live-rate-words";

const connection = { timeoutMs: 1500, cacheMinutes: 30 };
const of = { carrier: "Ternwing", surcharges: 0 };

test("a live rate is told with its fallback, its times and what is added", () => {
  expect(
    liveRateWords({ liveService: "EXPRESS", fallback: { tariff: "T" } }, connection, {
      carrier: "Ternwing",
      tariff: "Express 2026",
      surcharges: 4,
    }),
  ).toBe(
    "Ternwing is asked for EXPRESS. It has 1.5 s to answer, and an answer holds for 30 minutes. Without an answer the table Express 2026 stands in. The 4 surcharges of the service are added to either.",
  );
});

test.each([
  ["passOver" as const, "Without an answer the service is passed over."],
  [undefined, "Without an answer the service is passed over."],
  [
    { lastKnownHours: 1 },
    "Without an answer its last one stands in, also one for another day, for 1 hour; without that the service is passed over.",
  ],
  [{ tariff: "T" }, "Without an answer the table T stands in."],
])("without an answer: %j", (fallback, words) => {
  expect(liveRateWords({ liveService: "DAY", ...(fallback ? { fallback } : {}) }, connection, of)).toContain(
    words,
  );
});

test("whole hours are hours, and what is missing or holds for nothing is told", () => {
  const words = (liveService: string, cacheMinutes: number) =>
    liveRateWords(
      { liveService, fallback: "passOver" },
      { timeoutMs: 800, cacheMinutes },
      { ...of, surcharges: 1 },
    );
  expect(words("", 120)).toContain("nothing yet: its name there is missing. It has 0.8 s to answer");
  expect(words("X", 120)).toContain("an answer holds for 2 hours.");
  expect(words("X", 1)).toContain("an answer holds for 1 minute.");
  expect(words("X", 0)).toContain("an answer holds for nothing else.");
  expect(words("X", 0)).toMatch(/The surcharge of the service is added to either\.$/);
});
