import fc from "fast-check";
import { anyBusiness } from "../../../tests/support/any-business";
import { runs } from "../../../tests/support/runs";
import { applyChanges } from "./change";
import { differenceOf } from "./difference";
import { valueAt, type Json } from "./path";
import { withChanges } from "./with-changes";

const rules = "offers/post/plan/rules";
const plan = { kind: "ladder", rules: [{ to: "1" }, { to: "2" }] };

test("what was changed within a value is in it; what was changed elsewhere is not", () => {
  const changes = [
    { path: `${rules}/1/to`, from: "2", to: "2.50" },
    { path: "offers/posting/plan/rules/0/to", from: "1", to: "9" },
    { path: `${rules}/1/of`, to: "net" },
  ];
  expect(withChanges("offers/post/plan", plan, changes)).toEqual({
    kind: "ladder",
    rules: [{ to: "1" }, { to: "2.50", of: "net" }],
  });
});

test("a change of the value itself, or of what holds it, puts another in its place", () => {
  const to = { kind: "terms" };
  expect(withChanges("offers/post/plan", plan, [{ path: "offers/post/plan", from: plan, to }])).toEqual(to);
  const held = [{ path: "offers/post", from: { plan }, to: { plan: to } }];
  expect(withChanges("offers/post/plan", plan, held)).toEqual(to);
  expect(withChanges("offers/post/plan", plan, [{ path: "offers/post/plan", from: plan }])).toBeUndefined();
  expect(withChanges("offers/post/plan", undefined, [{ path: "offers/post/plan", to }])).toEqual(to);
  expect(
    withChanges("offers/post/plan", undefined, [{ path: "offers/post/plan/kind", to: "terms" }]),
  ).toEqual(to);
});

test("what is of another state is left out; what comes after it is not", () => {
  const changes = [
    { path: `${rules}/0/to`, from: "0.50", to: "1" },
    { path: `${rules}/7/to`, from: "1", to: "3" },
    { path: "offers/post/plan", from: { kind: "terms" }, to: plan },
    { path: `${rules}/1/to`, from: "2", to: "4" },
  ];
  expect(withChanges("offers/post/plan", plan, changes)).toEqual({
    kind: "ladder",
    rules: [{ to: "1" }, { to: "4" }],
  });
});

test("of any business and any other offers, each part of each offer is what the whole setup has there", () => {
  fc.assert(
    fc.property(anyBusiness, anyBusiness, (one, other) => {
      const codes = new Map(one.setup.offers.map((offer, i) => [other.setup.offers[i]?.code, offer.code]));
      const offers = other.setup.offers.flatMap((offer) => {
        const code = codes.get(offer.code);
        return code === undefined ? [] : [{ ...offer, code }];
      });
      const wanted = { ...one.setup, offers };
      const made = applyChanges(one.setup, differenceOf(one.setup, wanted));
      fc.pre(made.ok);
      const { setup, changes } = made.value;
      for (const { code, ...fields } of setup.offers)
        for (const field of Object.keys(fields)) {
          const path = `offers/${code}/${field}`;
          const before = valueAt(one.setup, path) as Json | undefined;
          expect(withChanges(path, before, changes)).toEqual(valueAt(setup, path));
        }
    }),
    { seed: 41, numRuns: runs(60) },
  );
});
