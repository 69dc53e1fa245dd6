"use client";

import Link from "next/link";
import { goesOn, JobState } from "@/features/jobs";
import { PageHead } from "@/ui/parts/page-head";
import type { loadReplay, ShownReplay } from "./load";
import { madeWords, replayTitle } from "./replay-words";
import { ReplayFigures } from "./replay-figures";
import { StartReplay } from "./start-replay";

type Props = NonNullable<Awaited<ReturnType<typeof loadReplay>>>;

/** A replay: how far it is, then what it came to. */
export function ReplayPage({ job, result }: Props) {
  const isOpen = goesOn(job);
  return (
    <div className="px-[18px] py-4">
      <PageHead
        above={
          <Link prefetch={false} className="link" href="/gate">
            Gate
          </Link>
        }
        title={result && !isOpen ? replayTitle(result) : "Replay of orders"}
      >
        {!isOpen && <StartReplay />}
      </PageHead>
      <JobState job={job} mayStop />
      {result && (
        <>
          <p className="pb-3">{isOpen ? soFarWords(result) : madeWords(result)}</p>
          <ReplayFigures replay={result} />
        </>
      )}
    </div>
  );
}

/** What it comes to while it goes on. */
function soFarWords(replay: ShownReplay): string {
  return `So far: ${replayTitle(replay).toLowerCase()}. Revision ${replay.revision} against the draft.`;
}
