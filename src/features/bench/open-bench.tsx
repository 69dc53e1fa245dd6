"use client";

import { OpenTrialPanel } from "./open-trial";
import { TrialsTable } from "./trials-table";

/** What the bench shows when it is open: the trials, and the one that is looked at. */
export default function OpenBench() {
  return (
    <div className="grid h-[46vh] grid-cols-1 overflow-auto border-t border-hairline md:grid-cols-[minmax(400px,33%)_minmax(0,1fr)]">
      <TrialsTable />
      <OpenTrialPanel />
    </div>
  );
}
