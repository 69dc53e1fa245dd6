import type { BenchAnswer, BenchTask } from "@/core/bench/thread";
import { BenchThread } from "./bench";

const thread = new BenchThread(
  (answer) => postMessage(answer),
  (work) => setTimeout(work, 0),
);

let waiting: BenchTask[] = [];
let isTaking = false;

addEventListener("message", ({ data }: MessageEvent<BenchTask>) => {
  waiting.push(data);
  // let everything that was sent meanwhile arrive first
  if (!isTaking) setTimeout(take, 0);
  isTaking = true;
});

function take(): void {
  const tasks = waiting;
  waiting = [];
  isTaking = false;
  for (const [i, task] of tasks.entries()) {
    // of several keystrokes that wait only the last is worth working out
    const later = tasks.slice(i + 1);
    if (task.kind === "typed" && later.some(({ kind }) => kind === "typed")) continue;
    try {
      thread.do(task);
    } catch {
      // a task that fails keeps no other from being done
      postMessage({ kind: "failed" } satisfies BenchAnswer);
    }
  }
}
