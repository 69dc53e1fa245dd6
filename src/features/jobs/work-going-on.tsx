"use client";

import { Popover } from "radix-ui";
import Link from "next/link";
import { useSubmit } from "@/features/submit";
import { Trouble } from "@/ui/parts/trouble";
import { stopWork } from "./actions";
import type { ShownJob } from "./load";
import { useWork } from "./use-work";

const words = {
  waiting: "waits",
  running: "",
  done: "done",
  failed: "failed",
  cancelled: "cancelled",
} as const;

/** Long work in the head of every page: how far it is, and what came of it for a day after. Nothing where there is none. */
export function WorkGoingOn({
  jobs: first,
  mayStop,
}: {
  readonly jobs: readonly ShownJob[];
  readonly mayStop: boolean;
}) {
  const jobs = useWork(first);
  const [latest] = jobs;
  if (!latest) return null;
  const open = jobs.filter(({ state }) => state === "waiting" || state === "running");
  const [going] = open;
  return (
    <Popover.Root>
      <Popover.Trigger
        className="narrow max-w-[150px] truncate rounded-md border border-hairline px-2 py-1 text-xs hover:bg-well"
        aria-label="Work going on"
        title="Work going on"
      >
        {going ? progressWords(going) : `${latest.name}: ${words[latest.state]}`}
        {open.length > 1 && ` +${open.length - 1}`}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          className="z-50 w-[340px] rounded-md border border-edge bg-sheet p-3 shadow-lg"
        >
          <h2 className="pb-1">Work going on</h2>
          <ul className="max-h-[60vh] space-y-2 overflow-auto">
            {jobs.map((job) => (
              <Job key={job.id} job={job} mayStop={mayStop} />
            ))}
          </ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function progressWords({ name, state, done, total }: ShownJob): string {
  if (state === "waiting") return `${name}: waits`;
  return total === undefined || total === 0 ? name : `${name}: ${Math.floor((100 * done) / total)} %`;
}

function Job({ job, mayStop }: { readonly job: ShownJob; readonly mayStop: boolean }) {
  const { id, name, who, state, href, failure } = job;
  const { busy, trouble, submit } = useSubmit();
  const isOpen = state === "waiting" || state === "running";
  return (
    <li className="border-b border-hairline pb-2 last:border-0 last:pb-0">
      <p className="flex items-baseline justify-between gap-2">
        <span className="font-semibold">{name}</span>
        <span className="narrow text-soft">{who}</span>
      </p>
      {state === "running" ? <Progress job={job} /> : <p className="text-soft">{words[state]}</p>}
      {failure !== undefined && <p className="text-loss">{failure}</p>}
      <p className="flex gap-3">
        {href !== undefined && (
          <Link prefetch={false} className="link" href={href}>
            {state === "done" ? "Open the result" : "Open"}
          </Link>
        )}
        {isOpen && mayStop && (
          <button
            type="button"
            className="link"
            disabled={busy}
            onClick={() => void submit(() => stopWork(id))}
          >
            Cancel
          </button>
        )}
      </p>
      <Trouble text={trouble} />
    </li>
  );
}

/** How far work is, of how much, and how long it takes yet. */
export function Progress({ job: { done, total, left } }: { readonly job: ShownJob }) {
  return (
    <>
      <progress className="h-1.5 w-full accent-[var(--ink)]" max={total ?? 1} value={done} />
      <p className="narrow text-soft">
        {total === undefined ? "has begun" : `${done} of ${total}`}
        {left !== undefined && `, about ${left === 1 ? "a second" : `${left} seconds`} left`}
      </p>
    </>
  );
}
