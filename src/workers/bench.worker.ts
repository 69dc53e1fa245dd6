import type { BenchAnswer, BenchTask } from "@/core/bench/thread";
import { BenchThread } from "./bench";
import { browserMarks } from "./mark-store";

const thread = new BenchThread(
  (answer) => postMessage(answer),
  browserMarks,
  (work) => setTimeout(work, 0),
);

let waiting: BenchTask[] = [];
let isTaking = false;

addEventListener("message", ({ data }: MessageEvent<BenchTask>) => {
  waiting.push(data);
  // let everything that was sent meanwhile arrive first
  if (!isTaking) setTimeout(() => void take(), 0);
  isTaking = true;
});

async function take(): Promise<void> {
  const tasks = waiting;
  waiting = [];
  for (const [i, task] of tasks.entries()) {
    // of several keystrokes that wait only the last is worth working out
    const later = tasks.slice(i + 1);
    if (task.kind === "typed" && later.some(({ kind }) => kind === "typed")) continue;
    // a task that fails keeps no other from being done
    await thread.do(task).catch(() => postMessage({ kind: "failed" } satisfies BenchAnswer));
  }
  isTaking = waiting.length > 0;
  if (isTaking) setTimeout(() => void take(), 0);
}
