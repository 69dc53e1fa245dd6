import type { BenchAnswer, BenchStart } from "@/core/bench/thread";
import type { Trial } from "@/core/bench/trial";
import { box, now } from "../../tests/support/quote-with";
import { smallestSetup, sure } from "../../tests/support/smallest-setup";
import { compileItem } from "@/core/parcels/compiled-item";
import { compileSetup } from "@/core/quote/compiled-setup";
import { planLiveRequests } from "@/core/quote/quote-order";
import { differenceOf } from "@/core/setup/difference";
import { BenchThread } from "./bench";

const trial: Trial = {
  id: "a",
  name: "A",
  request: { channel: "web", shipTo: { country: "EE" }, lines: [{ sku: "BOX", quantity: 1 }] },
  expects: [],
};

function flatSetup(amount: string) {
  const setup = smallestSetup();
  setup.offers[0]!.adjust = {};
  setup.offers[0]!.plan = { kind: "flat", amount, per: "order" };
  return setup;
}

const start = (stamp: number, amount = "6"): BenchStart => ({
  stamp,
  now,
  setup: flatSetup(amount),
  before: { number: 3, changes: [], renames: [] },
  trials: [trial],
  items: [box],
});
const amount = (to: string, from = "6") => [{ path: "offers/parcel/plan/amount", from, to }];

function thread() {
  const told: BenchAnswer[] = [];
  const waiting: (() => void)[] = [];
  const desk = new BenchThread(
    (answer) => told.push(answer),
    (work) => waiting.push(work),
  );
  const difference = () => {
    const rows = told.filter((answer) => answer.kind === "rows").at(-1);
    const row = rows?.rows[0];
    return row && "offers" in row ? row.offers[0]?.more?.charge : undefined;
  };
  return {
    desk,
    told,
    difference,
    later: () => waiting.splice(0).forEach((work) => work()),
  };
}

test("what was stored counts when its number follows; else the thread asks to begin anew", () => {
  const { desk, told, difference } = thread();
  desk.do({ kind: "start", start: start(4) });
  desk.do({ kind: "stored", changes: amount("7"), stamp: 5 });
  expect(difference()).toBe("+1.00");
  // known already
  desk.do({ kind: "stored", changes: amount("7"), stamp: 5 });
  expect(told.at(-1)?.kind).toBe("rows");
  desk.do({ kind: "stored", changes: amount("9", "7"), stamp: 8 });
  expect(told.at(-1)).toEqual({ kind: "behind" });
});

test("figures are held against the revision, which the draft differs from by what it was begun with", () => {
  const { desk, told, difference } = thread();
  const before = { number: 3, changes: amount("8"), renames: [] };
  desk.do({ kind: "start", start: { ...start(9), before } });
  expect(difference()).toBe("−2.00");
  expect(told.at(-1)).toMatchObject({ kind: "rows", before: 3 });
  desk.do({ kind: "stored", changes: amount("9"), stamp: 10 });
  expect(difference()).toBe("+1.00");
});

test("a channel and a class called otherwise in the draft make no difference", () => {
  const { desk, told } = thread();
  const setup = flatSetup("6");
  setup.goodsClasses = [{ code: "large", name: "Large" }];
  setup.channels[0]!.code = "shop";
  setup.offers[0]!.channels = ["shop"];
  setup.offers[0]!.onlyGoodsClasses = ["large"];
  const live = structuredClone(setup);
  live.goodsClasses[0]!.code = "bulky";
  live.channels[0]!.code = "web";
  live.offers[0]!.channels = ["web"];
  live.offers[0]!.onlyGoodsClasses = ["bulky"];
  desk.do({
    kind: "start",
    start: {
      ...start(9),
      setup,
      items: [{ ...box, goodsClass: "bulky" }],
      trials: [{ ...trial, request: { ...trial.request, channel: "shop" } }],
      before: {
        number: 3,
        changes: differenceOf(setup, live),
        renames: [
          { list: "goodsClasses", from: "bulky", to: "large" },
          { list: "channels", from: "web", to: "shop" },
        ],
      },
    },
  });
  expect(told.at(-1)).toMatchObject({ rows: [{ offers: [{ offer: "parcel", isChanged: false }] }] });
});

test("edges are searched when nothing newer came meanwhile", () => {
  const { desk, told, later } = thread();
  desk.do({ kind: "start", start: start(1) });
  desk.do({ kind: "open", trial: "a", offer: "parcel" });
  desk.do({ kind: "typed", id: 1, changes: amount("6.50") });
  later();
  expect(told.filter(({ kind }) => kind === "edges")).toHaveLength(1);
  expect(told.filter(({ kind }) => kind === "opened")).toMatchObject([{ open: { id: "a" } }]);
  expect(told.filter(({ kind }) => kind === "rows").at(-1)).toMatchObject({ open: { id: "a" } });
});

test("what can't be read is told, and typing on mends it", () => {
  const { desk, told, difference } = thread();
  desk.do({ kind: "start", start: start(1) });
  desk.do({ kind: "typed", id: 1, changes: amount("x") });
  expect(told.at(-1)).toMatchObject({ kind: "rows", trouble: true });
  desk.do({ kind: "typed", id: 2, changes: amount("6.20") });
  expect(told.at(-1)).toMatchObject({ kind: "rows", trouble: false, typed: 2 });
  expect(difference()).toBe("+0.20");
});

test("what carriers have said is kept when the thread begins anew", () => {
  const { desk, told } = thread();
  const ground = start(4);
  ground.setup.connections = [
    { code: "sim", adapter: "x", carrier: "POST", timeoutMs: 1000, cacheMinutes: 30 },
  ];
  ground.setup.services[0]!.rate = { live: "sim", liveService: "ECO", fallback: { tariff: "PARCEL-BUY" } };
  const cost = () => {
    const row = told.filter((answer) => answer.kind === "rows").at(-1)!.rows[0]!;
    const after = "offers" in row ? row.offers[0]!.after : undefined;
    return after && "cost" in after && after.cost;
  };
  desk.do({ kind: "start", start: ground });
  const fallback = cost();
  const compiled = sure(compileSetup(ground.setup));
  const items = () => compileItem(box, compiled.defaultWeights);
  const [question] = sure(planLiveRequests(compiled, trial.request, { items, now }));
  desk.do({ kind: "rates", rates: [[question!.key, { amount: "3.33", currency: "EUR", at: now }]] });
  expect(cost()).toBe("3.33");
  desk.do({ kind: "start", start: { ...ground, stamp: 5 } });
  expect(cost()).toBe("3.33");
  expect(fallback).not.toBe("3.33");
});
