import { SpreadCounter } from "./spread";

const moved = (index: number, charge: string, margin: string) => ({
  index,
  difference: { index, lost: [], gained: [], changed: [] },
  moved: { offer: "a", charge, margin },
});

test("a move lies in the step it is over the lower and up to the upper edge of; none at all lies in none", () => {
  const counter = new SpreadCounter();
  ["0.5", "0.51", "-0.5", "-0.51", "-20", "-20.01", "20", "20.01", "0"].forEach((charge, i) =>
    counter.add(moved(i, charge, "0")),
  );
  const { charge, margin } = counter.spread;
  const told = charge.flatMap(({ over, upTo, orders }) => (orders > 0 ? [[over, upTo, orders]] : []));
  expect(told).toEqual([
    [null, "-20", 2],
    ["-1", "-0.5", 2],
    ["0", "0.5", 1],
    ["0.5", "1", 1],
    ["10", "20", 1],
    ["20", null, 1],
  ]);
  expect(margin.every(({ orders }) => orders === 0)).toBe(true);
});

test("promises that are later and sooner are counted apart", () => {
  const counter = new SpreadCounter();
  for (const promise of ["later", "sooner", "later"] as const) {
    const { moved: by, ...order } = moved(0, "0", "0");
    counter.add({ ...order, moved: { ...by, promise } });
  }
  counter.add(moved(3, "1", "1"));
  expect(counter.spread).toMatchObject({ later: 2, sooner: 1 });
});

test("the twenty that lose most and earn most are kept, ties by place; what was lost or could not be rated is counted", () => {
  const counter = new SpreadCounter();
  for (let i = 0; i < 60; i++) counter.add(moved(i, "1", String((i % 30) - 15)));
  counter.add({ index: 60, difference: { index: 60, lost: ["a"], gained: ["b"], changed: [] } });
  counter.add({ index: 61, problems: [] });
  const { worst, best, lost, gained, unrated } = counter.spread;
  expect([lost, gained, unrated]).toEqual([1, 1, 1]);
  expect([worst.length, best.length]).toEqual([20, 20]);
  expect(worst.slice(0, 3).map(({ index, margin }) => [index, margin])).toEqual([
    [0, "-15"],
    [30, "-15"],
    [1, "-14"],
  ]);
  expect(best.slice(0, 2).map(({ index, margin }) => [index, margin])).toEqual([
    [29, "14"],
    [59, "14"],
  ]);
});
