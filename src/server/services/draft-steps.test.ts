import { quoteWith, type Case } from "../../../tests/support/quote-with";
import { wordQuote } from "@/messages/word-quote";
import { draftSteps } from "./draft-steps";

const worded = (of: Case = {}) => wordQuote(quoteWith(of));
const rate = (of: string): Case => ({
  setup: ({ tariffs }) => (tariffs[0]!.editions[0]!.rows[0]!.rates[0] = of),
});

/** What is told, by the code of the step it is told of. */
function told(draft: Case) {
  const live = worded();
  const steps = draftSteps(live, worded(draft)).parcel ?? {};
  return Object.entries(steps).map(([at, text]) => [live.offers[0]!.working![Number(at)]!.code, text]);
}

test("the same setup says nothing otherwise", () => {
  expect(told({})).toEqual([]);
});

test("a rate that is another in the draft is told beside the step that took it, and where it counts on", () => {
  const all = told(rate("5.20"));
  expect(all).toContainEqual(["rate-flat", expect.stringContaining("5.20")]);
  expect(all.map(([, text]) => text).join(" ")).not.toContain("4.20");
  expect(all.map(([code]) => code)).not.toContain("zone-found");
});

test("what the draft does not offer, or does not do, is not told here", () => {
  expect(told({ setup: ({ offers }) => (offers[0]!.active = false) })).toEqual([]);
  const removed = told({ setup: ({ offers }) => delete offers[0]!.adjust });
  expect(removed.map(([code]) => code)).not.toContain("margin-added");
});

test("steps from one value are told one by one", () => {
  const surcharged = (second: string): Case => ({
    setup: ({ services }) =>
      (services[0]!.surcharges = [
        { code: "A", name: "A", amount: { fixed: "1.00" } },
        { code: "B", name: "B", amount: { fixed: second } },
      ]),
  });
  const [live, draft] = [worded(surcharged("2.00")), worded(surcharged("3.00"))];
  const steps = Object.keys(draftSteps(live, draft).parcel ?? {}).map(
    (at) => live.offers[0]!.working![Number(at)]!,
  );
  expect(steps.filter(({ code }) => code === "surcharge-added").map(({ source }) => source)).toEqual([
    "services/PARCEL/surcharges/B",
  ]);
});
