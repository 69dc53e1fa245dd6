import fc from "fast-check";
import type { Setup } from "@/core/setup/setup";
import { anyBusiness } from "../../../tests/support/any-business";
import { runs } from "../../../tests/support/runs";
import { smallestSetup } from "../../../tests/support/smallest-setup";
import { cutSetup, joinSetup, KnownParts, type PartName } from "./setup-parts";

function storeOf(...setups: readonly Setup[]) {
  const all = new Map(setups.flatMap((setup) => [...cutSetup(setup).parts]));
  const asked: PartName[] = [];
  return {
    asked,
    read: (names: readonly PartName[]) => {
      asked.push(...names);
      return Promise.resolve(
        new Map(names.flatMap((name) => (all.has(name) ? [[name, all.get(name)!]] : []))),
      );
    },
  };
}

/** What a second setup adds to what the first one stored. */
function added(before: Setup, after: Setup) {
  const stored = cutSetup(before).parts;
  const fresh = [...cutSetup(after).parts].filter(([name]) => !stored.has(name));
  return { parts: fresh.length, bytes: fresh.reduce((sum, [, body]) => sum + body.length, 0) };
}

const entries = (count: number) =>
  Array.from({ length: count }, (_, i) => ({ zone: "1", country: "EE", postcode: String(10_000 + i) }));

function large(): Setup {
  const setup = smallestSetup();
  const [edition] = setup.tariffs[0]!.editions;
  edition!.rows = Array.from({ length: 3000 }, (_, zone) => ({
    zone: String(zone),
    rates: Array.from({ length: 60 }, (_, i) => (4 + zone * 0.01 + i * 0.37).toFixed(2)),
  }));
  setup.zoneCharts[0]!.entries = entries(50_000);
  return setup;
}

test("any business comes back as it was, digit for digit, and cut anew has the same name", async () => {
  await fc.assert(
    fc.asyncProperty(anyBusiness, async ({ setup }) => {
      const { root } = cutSetup(setup);
      const back = await joinSetup(root, storeOf(setup).read);
      expect(back).toEqual(setup);
      expect(cutSetup(back).root).toBe(root);
    }),
    { seed: 3, numRuns: runs(60) },
  );
});

test("the order of fields is not content, digits are", () => {
  const { sourcing, business, ...rest } = smallestSetup();
  const turned: Setup = { ...rest, business: { ...business }, sourcing };
  expect(cutSetup(turned).root).toBe(cutSetup(smallestSetup()).root);
  const other = smallestSetup();
  other.tariffs[0]!.editions[0]!.rows[0]!.rates[0] = "4.200";
  expect(cutSetup(other).root).not.toBe(cutSetup(smallestSetup()).root);
});

test("a cell of 180,000, and an entry before 50,000 others, add a few parts of some kilobytes", () => {
  const before = large();
  const cell = structuredClone(before);
  cell.tariffs[0]!.editions[0]!.rows[1500]!.rates[30] = "99.99";
  expect(added(before, cell).parts).toBeLessThan(8);
  expect(added(before, cell).bytes).toBeLessThan(12_000);
  const entry = structuredClone(before);
  entry.zoneCharts[0]!.entries = [{ zone: null, country: "FI" }, ...entry.zoneCharts[0]!.entries];
  expect(added(before, entry).parts).toBeLessThan(8);
  expect(added(before, entry).bytes).toBeLessThan(12_000);
});

test("a setup that shares parts with one read before reads only what differs, and has the same objects", async () => {
  const before = large();
  const after = structuredClone(before);
  after.tariffs[0]!.editions[0]!.rows[7]!.rates[0] = "1.00";
  const known = new KnownParts();
  const store = storeOf(before, after);
  const one = await joinSetup(cutSetup(before).root, store.read, known);
  const read = store.asked.length;
  const other = await joinSetup(cutSetup(after).root, store.read, known);
  expect(other).toEqual(after);
  // the way down to the changed row, the lists beside it, and nothing else
  expect(store.asked.length - read).toBeLessThan(200);
  expect(other.zoneCharts[0]).toBe(one.zoneCharts[0]);
  expect(other.tariffs[0]!.editions[0]!.rows[8]).toBe(one.tariffs[0]!.editions[0]!.rows[8]);
  expect(other.tariffs[0]!.editions[0]!.rows[7]).not.toBe(one.tariffs[0]!.editions[0]!.rows[7]);
});

test("a missing part is said, not made up", async () => {
  const setup = smallestSetup();
  const { root, parts } = cutSetup(setup);
  const [last] = [...parts.keys()].filter((name) => name !== root).slice(-1);
  const read = (names: readonly PartName[]) =>
    Promise.resolve(
      new Map(names.flatMap((name) => (name === last ? [] : [[name, parts.get(name)!] as const]))),
    );
  await expect(joinSetup(root, read)).rejects.toThrow(`missing: ${last}`);
});
