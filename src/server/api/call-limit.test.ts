import type { PooledDatabase } from "@/db/connect";
import { secondsUntilCall } from "./call-limit";

afterEach(() => jest.useRealTimers());

/** A pool whose only answer is that a key has used so many calls of its window. */
function poolWhere(consumed: number) {
  const asked: unknown[] = [];
  const query = (what: unknown) => {
    asked.push(what);
    return Promise.resolve({ rows: [{ points: consumed, expire: Date.now() + 4_200 }] });
  };
  const client = new (class Pool {
    readonly query = query;
  })();
  return { db: { $client: client } as unknown as PooledDatabase, asked };
}

test("fifty calls are counted at once, and leave no clock behind that would outlive their pool", async () => {
  jest.useFakeTimers();
  const { db, asked } = poolWhere(50);
  for (let i = 0; i < 50; i++) expect(await secondsUntilCall(db, "a-key")).toBe(0);
  expect(asked).toHaveLength(1);
  expect(jest.getTimerCount()).toBe(0);
});

test("a key that has used up its window waits whole seconds until the next one", async () => {
  const { db } = poolWhere(10_050);
  expect(await secondsUntilCall(db, "busy")).toBe(5);
});
