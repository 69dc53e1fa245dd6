import { readFileSync } from "node:fs";
import { applyChanges } from "./change";
import { findDangling } from "./dangling";
import { inverse } from "./inverse";
import { parseSetup } from "./parse-setup";
import { references } from "./references";
import { renameCode, renameZone, renamingOf } from "./rename";
import { codedLists, type Setup } from "./setup";

const parsed = parseSetup(JSON.parse(readFileSync("demo/nettle-and-comb.setup.json", "utf8")));
const setup = parsed.ok ? parsed.value : (undefined as unknown as Setup);

test.each(codedLists)("every code of %s is carried through and taken back again", (list) => {
  const code = setup[list][0]!.code;
  const result = applyChanges(setup, renameCode(setup, list, code, "Renamed-1"));
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  const after = result.value.setup;
  expect(findDangling(after)).toEqual([]);
  expect(references(after).filter((one) => one.list === list && one.code === code)).toEqual([]);
  expect(JSON.stringify(after).match(new RegExp(`"Renamed-1"`, "g"))!.length).toBe(
    references(setup).filter((one) => one.list === list && one.code === code).length + 1,
  );
  const back = applyChanges(after, inverse(result.value.changes));
  expect(back.ok && back.value.setup).toEqual(setup);
});

test("a zone's new code reaches its entries, tariffs, transit times and conditions, and no other chart", () => {
  const timed = references(setup).find((one) => one.list === "zones" && one.path.includes("/transit/"))!;
  const [chart, code] = [timed.chart!, timed.code];
  const used = references(setup).filter(
    (one) => one.list === "zones" && one.chart === chart && one.code === code,
  );
  expect([...new Set(used.map((one) => one.path.split("/")[0]))]).toEqual(
    expect.arrayContaining(["zoneCharts", "services", "tariffs"]),
  );
  const result = applyChanges(setup, renameZone(setup, chart, code, "ISLES"));
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  const own = result.value.setup.zoneCharts.find((one) => one.code === chart)!;
  expect(own.zones.map((zone) => zone.code)).toContain("ISLES");
  expect(result.value.setup.zoneCharts.filter((one) => one.code !== chart)).toEqual(
    setup.zoneCharts.filter((one) => one.code !== chart),
  );
  const back = applyChanges(result.value.setup, inverse(result.value.changes));
  expect(back.ok && back.value.setup).toEqual(setup);
});

test("a code that another has, or that can't be one, is refused", () => {
  const [first, second] = setup.origins;
  const taken = applyChanges(setup, renameCode(setup, "origins", first!.code, second!.code));
  expect(taken.ok ? [] : taken.problems.map((problem) => problem.code)).toContain("duplicate-code");
  const bad = applyChanges(setup, renameCode(setup, "carriers", setup.carriers[0]!.code, "no blanks"));
  expect(bad.ok ? [] : bad.problems.map((problem) => problem.code)).toContain("bad-code");
  expect(renameCode(setup, "origins", "NOBODY", "X")).toEqual([]);
});

test("a change of a member's own code is told from other changes", () => {
  expect(renamingOf({ path: "origins/A%20B/code", from: "A B", to: "C" })).toEqual({
    list: "origins",
    from: "A B",
    to: "C",
  });
  expect(renamingOf({ path: "zoneCharts/PNP/zones/6/code", from: "6", to: "7" })).toBeUndefined();
  expect(renamingOf({ path: "origins/A/name", from: "A", to: "B" })).toBeUndefined();
});
