import type { TrialRow } from "@/core/bench/bench";
import type { OfferPair } from "@/core/bench/compare-quotes";
import { reject } from "@/core/working/reason";
import { edgeWords } from "./edge-words";
import { expectationWords, gotWords } from "./expectation-words";
import { ticketOf } from "./ticket";

const given = (charge: string) => ({ charge, cost: "3.00", margin: "1.00", free: false });
const withheld = { withheld: reject("coupon", { coupon: "X" }, "offers/b/couponOnly") };
const pair = (offer: string, more: Partial<OfferPair>): OfferPair => ({
  offer,
  name: offer,
  isChanged: false,
  ...more,
});
const same = (offer: string, charge: string) =>
  pair(offer, { before: given(charge), after: given(charge), more: { charge: "0", cost: "0", margin: "0" } });
const raised = pair("b", {
  before: given("5.00"),
  after: given("7.50"),
  more: { charge: "+2.50", cost: "0", margin: "+2.50" },
  isChanged: true,
});
const row = (offers: OfferPair[]): TrialRow => ({
  id: "t",
  currency: "EUR",
  includesTax: true,
  offers,
  chosen: "a",
  chosenBefore: "a",
  verdicts: [{ expectation: { offer: "a", is: "given" }, met: false, got: "withheld" }],
});

test("a trial is shown by the offer chosen beforehand, by the one that changed, or by the page's", () => {
  expect(ticketOf(row([same("a", "4.00"), same("b", "5.00")]), undefined)).toMatchObject({
    name: "a",
    after: "4.00",
    change: "same",
    failed: 1,
  });
  expect(ticketOf(row([same("a", "4.00"), raised]), undefined)).toMatchObject({
    name: "b",
    before: "5.00",
    after: "7.50",
    change: "▲2.50",
  });
  expect(ticketOf(row([same("a", "4.00"), raised]), "a")).toMatchObject({ name: "a", othersChanged: 1 });
});

test("figures have their currency, words have none", () => {
  const free = { ...given("0.00"), free: true };
  const none = { charge: "0", cost: "0", margin: "0" };
  expect(ticketOf(row([same("a", "4.00")]), undefined).currency).toBe("EUR");
  expect(ticketOf(row([pair("a", { before: free, after: free, more: none })]), undefined)).toMatchObject({
    after: "free",
    currency: "",
  });
  expect(ticketOf(row([pair("a", { before: withheld, after: withheld })]), undefined).currency).toBe("");
});

test.each([
  [{ before: given("5.00"), after: withheld }, "withheld now", "lost"],
  [{ before: withheld, after: given("5.00") }, "given now", "up"],
  [
    { before: given("5.00"), after: given("4.00"), more: { charge: "−1.00", cost: "0", margin: "−1.00" } },
    "▼1.00",
    "down",
  ],
  [
    { before: given("5.00"), after: given("5.00"), more: { charge: "0", cost: "+1.00", margin: "−1.00" } },
    "same charge, other cost",
    "same",
  ],
  [{ before: withheld, after: withheld }, "another reason", "same"],
] as const)("%j", (sides, change, tone) => {
  expect(ticketOf(row([pair("a", { ...sides, isChanged: true })]), undefined)).toMatchObject({
    change,
    tone,
  });
});

test("edges and expectations are said with their units and sides", () => {
  expect(edgeWords({ of: "weight", way: "more", by: "0.4", after: given("9.40") }, "EUR")).toEqual({
    change: "0.4 kg more",
    outcome: "9.40",
    isLoss: false,
  });
  expect(
    edgeWords({ of: "goods", way: "more", by: "21.00", after: { charge: "0.00", free: true } }, "EUR"),
  ).toEqual({
    change: "21.00 EUR more goods",
    outcome: "free",
    isLoss: false,
  });
  expect(edgeWords({ of: "pieces", way: "less", by: "1", after: withheld }, "EUR")).toMatchObject({
    change: "1 piece less",
    isLoss: true,
  });
  expect(expectationWords({ offer: "a", charge: ["4", "6"] }, "Post", "EUR")).toBe(
    "Post charges 4 to 6 EUR, both included",
  );
  expect(
    gotWords({ expectation: { offer: "a", costBelow: "2" }, met: false, got: { figure: "3.00" } }, "EUR"),
  ).toBe("3.00 EUR");
});
