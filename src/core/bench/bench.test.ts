import type { Setup } from "@/core/setup/setup";
import { box, now } from "../../../tests/support/quote-with";
import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { planLiveRequests, quote } from "../quote/quote-order";
import { compileSetup } from "../quote/compiled-setup";
import { compileItem } from "../parcels/compiled-item";
import { Bench, type TrialRow } from "./bench";
import type { Trial } from "./trial";

const request = { channel: "web", shipTo: { country: "EE" }, lines: [{ sku: "BOX", quantity: 1 }] };
const trial = (id: string, more: Partial<Trial> = {}): Trial => ({
  id,
  name: id,
  request,
  expects: [],
  ...more,
});

function benchOf(change?: (setup: Setup) => void, trials: readonly Trial[] = [trial("a")]): Bench {
  const setup = smallestSetup();
  setup.offers[0]!.adjust = {};
  setup.offers[0]!.plan = { kind: "flat", amount: "6", per: "order" };
  change?.(setup);
  return new Bench({ setup, items: [box] }, trials, now);
}

const pair = (row: TrialRow | undefined) => (row && "offers" in row ? row.offers[0] : undefined);
const amount = (to: string, from = "6") => [{ path: "offers/parcel/plan/amount", from, to }];

test("what is typed is seen beside what is stored, and gone when typing is given up", () => {
  const bench = benchOf();
  const [first] = bench.rows();
  expect(pair(first)).toMatchObject({ isChanged: false, more: { charge: "0" } });
  expect(bench.type(amount("8.50"))).toEqual([]);
  expect(pair(bench.rows()[0])).toMatchObject({
    isChanged: true,
    more: { charge: "+2.50", cost: "0", margin: "+2.50" },
  });
  expect(bench.type([])).toEqual([]);
  expect(pair(bench.rows()[0])).toMatchObject({ isChanged: false });
});

test("what can't be read is said and leaves the last figures", () => {
  const bench = benchOf();
  bench.type(amount("8"));
  expect(bench.type(amount("8."))).toMatchObject([{ path: "offers/parcel/plan/amount" }]);
  expect(pair(bench.rows()[0])).toMatchObject({ more: { charge: "+2.00" } });
});

test("what is stored counts from then on; a change somebody else overtook is not half taken over", () => {
  const bench = benchOf();
  expect(bench.store(amount("5"))).toEqual([]);
  expect(pair(bench.rows()[0])).toMatchObject({ more: { charge: "−1.00" } });
  expect(bench.store(amount("7", "6"))).toMatchObject([{ code: "changed-meanwhile" }]);
  expect(pair(bench.rows()[0])).toMatchObject({ more: { charge: "−1.00" } });
});

test("items that trials name are typed too; others do not matter", () => {
  const bench = benchOf((setup) => (setup.offers[0]!.plan = { kind: "flat", amount: "2", per: "kg" }));
  expect(
    bench.type([
      { path: "items/BOX/weight", from: { value: "2", unit: "kg" }, to: { value: "3", unit: "kg" } },
      { path: "items/OTHER/weight", from: { value: "2", unit: "kg" }, to: { value: "3", unit: "kg" } },
    ]),
  ).toEqual([]);
  expect(pair(bench.rows()[0])).toMatchObject({ more: { charge: "+2.00" } });
});

test("a withheld offer keeps its reason with its place", () => {
  const bench = benchOf();
  bench.type([{ path: "offers/parcel/active", from: true, to: false }]);
  expect(pair(bench.rows()[0])).toMatchObject({
    isChanged: true,
    before: { cost: expect.any(String) as string },
    after: { withheld: { reason: "inactive", source: "offers/parcel/active" } },
  });
});

test("expectations are judged by what is typed", () => {
  const expects: Trial["expects"] = [
    { offer: "parcel", is: "given" },
    { offer: "parcel", charge: ["7.30", "7.30"] },
    { offer: "parcel", charge: ["1", "6"] },
    { offer: "parcel", costBelow: "1" },
    { offer: "nowhere", is: "withheld" },
  ];
  const bench = benchOf(undefined, [trial("a", { expects })]);
  const met = () =>
    bench.rows().flatMap((row) => ("verdicts" in row ? row.verdicts.map((one) => one.met) : []));
  const [, exactly, between] = met();
  expect([exactly, between]).toEqual([false, true]);
  bench.type(amount("7.30"));
  expect(met()).toEqual([true, true, false, false, true]);
});

test("an opened trial has both workings, equal to a plain quote", () => {
  const bench = benchOf();
  bench.type(amount("9"));
  const open = bench.open("a");
  const { setup } = bench.ground;
  const compiled = sure(compileSetup(setup));
  const item = compileItem(box, compiled.defaultWeights);
  const plain = sure(quote(compiled, { ...request, working: true }, { items: () => item, now }));
  expect(open?.before).toEqual(plain);
  expect(open?.after.offers[0]?.net).not.toEqual(plain.offers[0]?.net);
});

test("a trial that can't be quoted says why and keeps the others", () => {
  const lost = trial("b", { request: { ...request, lines: [{ sku: "GONE", quantity: 1 }] } });
  const rows = benchOf(undefined, [lost, trial("a")]).rows();
  expect(rows[0]).toMatchObject({ problems: [{ code: "unknown-sku" }] });
  expect(pair(rows[1])).toBeDefined();
});

test("new trials are compared from where the comparing began", () => {
  const bench = benchOf();
  bench.store(amount("8"));
  const other = { ...box, sku: "OTHER" };
  const more = trial("b", { request: { ...request, lines: [{ sku: "OTHER", quantity: 1 }] } });
  bench.setTrials([trial("a"), more], [box, other]);
  expect(bench.rows().map((row) => pair(row)?.more?.charge)).toEqual(["+2.00", "+2.00"]);
});

test("both sides are quoted with what carriers have said; told nothing they go by the fallback", () => {
  const bench = benchOf((setup) => {
    setup.connections = [{ code: "sim", adapter: "x", carrier: "POST", timeoutMs: 1000, cacheMinutes: 30 }];
    setup.services[0]!.rate = { live: "sim", liveService: "ECO", fallback: { tariff: "PARCEL-BUY" } };
    setup.offers[0]!.plan = { kind: "costPlus" };
  });
  const cost = () => {
    const both = pair(bench.rows()[0])!;
    return [both.before, both.after].map((side) => side && "cost" in side && side.cost);
  };
  expect(cost()).toEqual(["4.20", "4.20"]);
  const compiled = sure(compileSetup(bench.ground.setup));
  const items = () => compileItem(box, compiled.defaultWeights);
  const [question] = sure(planLiveRequests(compiled, request, { items, now }));
  bench.setRates(new Map([[question!.key, { amount: "3.33", currency: "EUR", at: now }]]));
  expect(cost()).toEqual(["3.33", "3.33"]);
  // a change of the plan keeps the answer on both sides
  bench.type([{ path: "offers/parcel/adjust/minimum", to: "90" }]);
  expect(cost()).toEqual(["3.33", "3.33"]);
  expect(bench.open("a")!.after.offers[0]!.working!.map(({ code }) => code)).toContain("live-rate");
  bench.setRates(new Map([[question!.key, { failed: "late", at: now }]]));
  expect(cost()).toEqual(["4.20", "4.20"]);
});
