import type { BenchAnswer, BenchMark, BenchStart } from "@/core/bench/thread";
import type { Trial } from "@/core/bench/trial";
import { box, now } from "../../tests/support/quote-with";
import { smallestSetup } from "../../tests/support/smallest-setup";
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
  trials: [trial],
  items: [box],
});
const amount = (to: string, from = "6") => [{ path: "offers/parcel/plan/amount", from, to }];

function thread(kept?: BenchMark) {
  const told: BenchAnswer[] = [];
  const waiting: (() => void)[] = [];
  let mark = kept;
  const desk = new BenchThread(
    (answer) => told.push(answer),
    {
      read: () => Promise.resolve(mark),
      write: (next) => {
        mark = next;
        return Promise.resolve();
      },
    },
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
    kept: () => mark,
    later: () => waiting.splice(0).forEach((work) => work()),
  };
}

test("what was stored counts when its number follows; else the thread asks to begin anew", async () => {
  const { desk, told, difference } = thread();
  await desk.do({ kind: "start", start: start(4) });
  await desk.do({ kind: "stored", changes: amount("7"), stamp: 5 });
  expect(difference()).toBe("+1.00");
  // known already
  await desk.do({ kind: "stored", changes: amount("7"), stamp: 5 });
  expect(told.at(-1)?.kind).toBe("rows");
  await desk.do({ kind: "stored", changes: amount("9", "7"), stamp: 8 });
  expect(told.at(-1)).toEqual({ kind: "behind" });
});

test("the mark survives; of another business, a later one, or one that can not be read, it does not count", async () => {
  const first = thread();
  await first.desk.do({ kind: "start", start: start(4) });
  const kept = first.kept()!;
  expect(kept).toMatchObject({ stamp: 4, since: now });
  const again = thread(kept);
  await again.desk.do({ kind: "start", start: start(9, "8") });
  expect(again.difference()).toBe("+2.00");
  await again.desk.do({ kind: "mark" });
  expect(again.difference()).toBe("0");
  expect(again.kept()).toMatchObject({ stamp: 9 });
  for (const strange of [
    { ...kept, business: "Another" },
    { ...kept, stamp: 99 },
  ]) {
    const other = thread(strange);
    await other.desk.do({ kind: "start", start: start(9, "8") });
    expect(other.difference()).toBe("0");
  }
});

test("a browser that keeps nothing still compares with where the page began", async () => {
  const told: BenchAnswer[] = [];
  const lost = () => Promise.reject(new Error("nothing is kept"));
  const desk = new BenchThread(
    (answer) => told.push(answer),
    { read: lost, write: lost },
    () => undefined,
  );
  await desk.do({ kind: "start", start: start(1) });
  await desk.do({ kind: "typed", id: 1, changes: amount("6.50") });
  expect(told.at(-1)).toMatchObject({ kind: "rows", typed: 1, trouble: false });
});

test("edges are searched when nothing newer came meanwhile", async () => {
  const { desk, told, later } = thread();
  await desk.do({ kind: "start", start: start(1) });
  await desk.do({ kind: "open", trial: "a", offer: "parcel" });
  await desk.do({ kind: "typed", id: 1, changes: amount("6.50") });
  later();
  expect(told.filter(({ kind }) => kind === "edges")).toHaveLength(1);
  expect(told.filter(({ kind }) => kind === "opened")).toMatchObject([{ open: { id: "a" } }]);
  expect(told.filter(({ kind }) => kind === "rows").at(-1)).toMatchObject({ open: { id: "a" } });
});

test("what can't be read is told, and typing on mends it", async () => {
  const { desk, told, difference } = thread();
  await desk.do({ kind: "start", start: start(1) });
  await desk.do({ kind: "typed", id: 1, changes: amount("x") });
  expect(told.at(-1)).toMatchObject({ kind: "rows", trouble: true });
  await desk.do({ kind: "typed", id: 2, changes: amount("6.20") });
  expect(told.at(-1)).toMatchObject({ kind: "rows", trouble: false, typed: 2 });
  expect(difference()).toBe("+0.20");
});
