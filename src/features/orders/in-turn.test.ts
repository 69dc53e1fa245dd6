import type { Answer } from "@/messages/answer";
import type { Changed, OrderTarget } from "./actions";
import { InTurn } from "./in-turn";

/** An order that somebody at the server changes. */
function order(version = 3) {
  const seen: number[] = [];
  let now = version;
  const change = async ({ version: from }: OrderTarget): Promise<Answer<Changed>> => {
    await new Promise((resolve) => setTimeout(resolve, 5));
    seen.push(from);
    if (from !== now) return { ok: false, code: "conflict", text: "moved", problems: [] };
    now++;
    return { ok: true, value: { version: now } };
  };
  return { seen, change, byOther: () => now++ };
}

const shown: OrderTarget = { number: "1", version: 3 };

test("three things asked for at once are done one after the other, each of what the one before has left", async () => {
  const [turns, { seen, change }] = [new InTurn(), order()];
  const answers = await Promise.all([1, 2, 3].map(() => turns.take(shown, change)));
  expect(answers.map(({ ok }) => ok)).toEqual([true, true, true]);
  expect(seen).toEqual([3, 4, 5]);
});

test("what somebody else changed meanwhile is told, and after that what is shown counts", async () => {
  const [turns, one] = [new InTurn(), order()];
  await turns.take(shown, one.change);
  one.byOther();
  expect(await turns.take(shown, one.change)).toMatchObject({ ok: false, code: "conflict" });
  expect(await turns.take({ number: "1", version: 5 }, one.change)).toMatchObject({ ok: true });
  expect(one.seen).toEqual([3, 4, 5]);
});

test("another order has versions of its own, and one call that breaks holds up none after it", async () => {
  const turns = new InTurn();
  const [one, other] = [order(3), order(8)];
  const broken = turns.take(shown, () => Promise.reject(new Error("gone")));
  const first = turns.take(shown, one.change);
  const second = turns.take({ number: "2", version: 8 }, other.change);
  await expect(broken).rejects.toThrow("gone");
  expect((await first).ok && (await second).ok).toBe(true);
});
