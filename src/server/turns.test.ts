import { TooManyWaiting, Turns } from "./turns";

test("no more at once than allowed, in the order they came, and beyond the limit nobody begins", async () => {
  const turns = new Turns(2, 3);
  const ends: (() => void)[] = [];
  const begun: number[] = [];
  const work = (n: number) => () => {
    begun.push(n);
    return new Promise<number>((resolve) => ends.push(() => resolve(n)));
  };
  const all = [0, 1, 2, 3, 4].map((n) => turns.take(work(n)));
  await expect(turns.take(work(5))).rejects.toThrow(TooManyWaiting);
  expect(begun).toEqual([0, 1]);
  for (let n = 0; n < 5; n++) {
    ends[n]!();
    await all[n];
    await Promise.resolve();
  }
  expect(await Promise.all(all)).toEqual([0, 1, 2, 3, 4]);
  expect(begun).toEqual([0, 1, 2, 3, 4]);
});

test("a turn that fails lets the next one in", async () => {
  const turns = new Turns(1, 5);
  const first = turns.take(() => Promise.reject(new Error("no")));
  const second = turns.take(() => Promise.resolve("in"));
  await expect(first).rejects.toThrow("no");
  expect(await second).toBe("in");
});
