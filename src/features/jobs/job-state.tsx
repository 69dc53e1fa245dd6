"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import { stopWork } from "./actions";
import type { ShownJob } from "./load";
import { Progress } from "./work-going-on";

const LOOK_MS = 1000;

export const goesOn = ({ state }: ShownJob) => state === "waiting" || state === "running";

/** How a piece of work stands on the page of its result, which looks again until it has ended: nothing once it is done. */
export function JobState({ job, mayStop }: { readonly job: ShownJob; readonly mayStop: boolean }) {
  const router = useRouter();
  const { busy, trouble, submit } = useSubmit();
  const isOpen = goesOn(job);
  useEffect(() => {
    if (!isOpen) return;
    const timer = setInterval(() => router.refresh(), LOOK_MS);
    return () => clearInterval(timer);
  }, [isOpen, router]);
  return (
    <>
      {isOpen && (
        <div className="sheet mb-3 max-w-[480px] px-4 py-3">
          {job.state === "waiting" ? <p>Waits for its turn.</p> : <Progress job={job} />}
          {mayStop && (
            <Button className="mt-2" disabled={busy} onClick={() => void submit(() => stopWork(job.id))}>
              Cancel
            </Button>
          )}
          <Trouble text={trouble} />
        </div>
      )}
      {job.state === "cancelled" && <p className="sheet px-4 py-3">It was cancelled. Nothing came of it.</p>}
      {job.failure !== undefined && <p className="sheet px-4 py-3 text-loss">{job.failure}</p>}
    </>
  );
}
