import { isAnswered, outcomeWords } from "./carrier-words";

test.each([
  "late",
  "sign-in",
  "malformed",
  "unavailable",
  "rate-limited",
  "refused-address",
  "left-alone",
  "paused",
  "full",
  "no-time",
])("that a carrier was %s is said in words, and is no answer", (outcome) => {
  expect(outcomeWords(outcome)).not.toBe(outcome);
  expect(isAnswered(outcome)).toBe(false);
});

test("what is answered in part is an answer", () => {
  expect(isAnswered("answered")).toBe(true);
  expect(isAnswered("answered-in-part")).toBe(true);
});
