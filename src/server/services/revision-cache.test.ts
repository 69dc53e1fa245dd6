import { RevisionCache } from "./revision-cache";

const cacheOf = (most: number) => new RevisionCache<string>(most, (text) => text.length);
const given = (text: string) => () => Promise.resolve(text);

test("a hundred who ask at once cause one load", async () => {
  const cache = cacheOf(100);
  let loads = 0;
  const load = async () => {
    loads++;
    await new Promise((resolve) => setTimeout(resolve, 5));
    return "one";
  };
  const all = await Promise.all(Array.from({ length: 100 }, () => cache.get(1, load)));
  expect([loads, new Set(all)]).toEqual([1, new Set(["one"])]);
});

test("what was asked for longest ago goes first, and what is asked for now is kept whatever it takes", async () => {
  const cache = cacheOf(10);
  for (const number of [1, 2, 3]) await cache.get(number, given("four"));
  const again = jest.fn(given("anew"));
  await cache.get(2, again);
  expect(again).not.toHaveBeenCalled();
  await cache.get(1, again);
  expect(again).toHaveBeenCalledTimes(1);
  await cache.get(9, given("far more than there is room for"));
  expect(cache.size).toBe(1);
  await cache.get(9, again);
  expect(again).toHaveBeenCalledTimes(1);
});

test("a load that fails is not kept", async () => {
  const cache = cacheOf(10);
  await expect(cache.get(1, () => Promise.reject(new Error("away")))).rejects.toThrow("away");
  expect(await cache.get(1, given("there"))).toBe("there");
  expect(await cache.get(2, () => Promise.resolve(undefined))).toBeUndefined();
  expect(await cache.get(2, given("now"))).toBe("now");
});
