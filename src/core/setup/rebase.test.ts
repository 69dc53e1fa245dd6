import fc from "fast-check";
import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { applyChanges } from "./change";
import { inverse, type Change } from "./inverse";
import { parseSetup } from "./parse-setup";
import { valueAt } from "./path";
import { rebaseChanges } from "./rebase";
import type { Setup } from "./setup";
import { runs } from "../../../tests/support/runs";

const zones = ["MUHU", "SAARE", "HIIU", "VORMSI"];

/** A table with a row for each island, each of another price. */
function islands(): Setup {
  const setup = JSON.parse(JSON.stringify(smallestSetup())) as Setup & Record<string, never>;
  const chart = setup.zoneCharts[0]! as { zones: unknown[] };
  chart.zones = zones.map((code) => ({ code, name: code }));
  const edition = setup.tariffs[0]!.editions[0]! as { rows: unknown[]; breaks: unknown[] };
  const width = edition.breaks.length;
  edition.rows = zones.map((zone, i) => ({
    zone,
    rates: Array.from({ length: width }, () => String(10 + i)),
  }));
  (setup.zoneCharts[0]! as { entries: unknown[] }).entries = zones.map((zone, i) => ({
    zone,
    country: "EE",
    postcode: String(94000 + i),
  }));
  return sure(parseSetup(setup));
}

const tariff = () => islands().tariffs[0]!;
const rows = () =>
  `tariffs/${tariff().code}/editions/${encodeURIComponent(tariff().editions[0]!.label)}/rows`;

const stored = (setup: Setup, changes: readonly Change[]) => sure(applyChanges(setup, changes));

/** What stands at a zone's first price after an edit that was made on an older screen. */
function edited(setup: Setup, later: Setup, between: readonly Change[], zone: string, price: string) {
  const index = setup.tariffs[0]!.editions[0]!.rows.findIndex((row) => row.zone === zone);
  const from = setup.tariffs[0]!.editions[0]!.rows[index]!.rates[0] as string;
  const carried = rebaseChanges([{ path: `${rows()}/${index}/rates/0`, from, to: price }], between);
  if (!carried.ok) return carried.problems[0]!.code;
  const changed = applyChanges(later, carried.value);
  if (!changed.ok) return changed.problems[0]!.code;
  return Object.fromEntries(
    changed.value.setup.tariffs[0]!.editions[0]!.rows.map((row) => [row.zone, row.rates[0]]),
  );
}

const rowOf = (setup: Setup, zone: string) => {
  const list = setup.tariffs[0]!.editions[0]!.rows;
  const index = list.findIndex((row) => row.zone === zone);
  return { index, row: list[index]! };
};

test("a row taken out above: an edit made on the older screen still goes to its own zone", () => {
  const setup = islands();
  const { index, row } = rowOf(setup, "MUHU");
  const gone = stored(setup, [{ path: `${rows()}/${index}`, from: row as never }]);
  expect(edited(setup, gone.setup, gone.changes, "SAARE", "99")).toEqual({
    SAARE: "99",
    HIIU: "12",
    VORMSI: "13",
  });
  // even where its neighbour has the very price that was seen
  const twin = stored(setup, [{ path: `${rows()}/2/rates/0`, from: "12", to: "11" }]).setup;
  const after = stored(twin, [{ path: `${rows()}/0`, from: rowOf(twin, "MUHU").row as never }]);
  expect(edited(twin, after.setup, after.changes, "SAARE", "99")).toEqual({
    SAARE: "99",
    HIIU: "11",
    VORMSI: "13",
  });
});

test("the row itself taken out: the edit is refused; put back by an undo, it goes there", () => {
  const setup = islands();
  const { index, row } = rowOf(setup, "SAARE");
  const gone = stored(setup, [{ path: `${rows()}/${index}`, from: row as never }]);
  expect(edited(setup, gone.setup, gone.changes, "SAARE", "99")).toBe("changed-meanwhile");
  const back = stored(gone.setup, inverse(gone.changes));
  expect(edited(setup, back.setup, [...gone.changes, ...back.changes], "SAARE", "99")).toMatchObject({
    SAARE: "99",
    HIIU: "12",
  });
});

test("a list that was put in place in another order is searched for the member", () => {
  const setup = islands();
  const path = rows();
  const list = valueAt(setup, path) as never[];
  const turned = stored(setup, [{ path, from: list as never, to: [...list].reverse() as never }]);
  expect(edited(setup, turned.setup, turned.changes, "SAARE", "99")).toEqual({
    VORMSI: "13",
    HIIU: "12",
    SAARE: "99",
    MUHU: "10",
  });
});

test("a record that is called otherwise by now is followed", () => {
  const setup = islands();
  const [chart] = setup.zoneCharts;
  const path = `zoneCharts/${chart!.code}`;
  const renaming: Change[] = [{ path: `${path}/zones/SAARE/code`, from: "SAARE", to: "OESEL" }];
  const carried = rebaseChanges(
    [{ path: `${path}/zones/SAARE/name`, from: "SAARE", to: "Saaremaa" }],
    renaming,
  );
  expect(carried).toEqual({
    ok: true,
    value: [{ path: `${path}/zones/OESEL/name`, from: "SAARE", to: "Saaremaa" }],
  });
});

test("whatever was put in, taken out and taken back meanwhile, an edit lands at the entry it was made for, or nowhere", () => {
  const setup = islands();
  const path = `zoneCharts/${setup.zoneCharts[0]!.code}/entries`;
  const step = fc.record({ kind: fc.constantFrom("in", "out", "undo"), where: fc.nat(20), code: fc.nat(50) });
  fc.assert(
    fc.property(fc.array(step, { maxLength: 12 }), fc.nat(3), (steps, index) => {
      let now = setup;
      const between: Change[] = [];
      const past: (readonly Change[])[] = [];
      for (const { kind, where, code } of steps) {
        const list = now.zoneCharts[0]!.entries;
        const at = where % (list.length + 1);
        const last = kind === "undo" ? past.pop() : undefined;
        const changes: readonly Change[] = last
          ? inverse(last)
          : kind === "out" && at < list.length
            ? [{ path: `${path}/${at}`, from: list[at] as never }]
            : [
                {
                  path: `${path}/${at}`,
                  to: { zone: "MUHU", country: "EE", postcode: String(10000 + code) },
                  at,
                },
              ];
        const done = applyChanges(now, changes);
        if (!done.ok) continue;
        now = done.value.setup;
        between.push(...done.value.changes);
        if (!last) past.push(done.value.changes);
      }
      const meant = setup.zoneCharts[0]!.entries[index]!;
      const carried = rebaseChanges([{ path: `${path}/${index}/zone`, from: meant.zone, to: null }], between);
      const isThere = now.zoneCharts[0]!.entries.some((entry) => entry.postcode === meant.postcode);
      expect(carried.ok).toBe(isThere);
      if (!carried.ok) return;
      const changed = sure(applyChanges(now, carried.value)).setup.zoneCharts[0]!.entries;
      const touched = changed.filter((entry, i) => entry.zone !== now.zoneCharts[0]!.entries[i]!.zone);
      expect(touched.map((entry) => entry.postcode)).toEqual([meant.postcode]);
    }),
    { seed: 11, numRuns: runs(500) },
  );
});
