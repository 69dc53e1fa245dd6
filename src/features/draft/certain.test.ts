import { unreachable } from "@/messages/answer";
import type { EditAnswer } from "./answer";
import { certain } from "./certain";

const stored: EditAnswer = { ok: true, value: { stamp: 7, changes: [] } };

test("a lost answer is asked for until it comes, slower each time, and that is told until it is known", async () => {
  const pauses: number[] = [];
  const told: (string | undefined)[] = [];
  let tries = 0;
  const answer = await certain(
    () =>
      ++tries < 8
        ? tries % 2
          ? Promise.reject(new Error("cut"))
          : Promise.resolve(unreachable)
        : Promise.resolve(stored),
    (notice) => told.push(notice),
    (ms) => {
      pauses.push(ms);
      return Promise.resolve();
    },
  );
  expect(answer).toBe(stored);
  expect(pauses).toEqual([500, 1000, 2000, 4000, 8000, 8000, 8000]);
  expect(told.slice(0, -1).every((text) => text?.includes("not sure yet"))).toBe(true);
  expect(told.at(-1)).toBeUndefined();
});

test("a refusal is an answer: it comes at once and nothing is told", async () => {
  const refused = { ok: false, code: "conflict", text: "Someone else", problems: [] } as const;
  const tell = jest.fn();
  expect(await certain(() => Promise.resolve(refused), tell)).toBe(refused);
  expect(tell).not.toHaveBeenCalled();
});
