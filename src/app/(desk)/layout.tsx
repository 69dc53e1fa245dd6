import type { ReactNode } from "react";
import { FailedTriesNote } from "@/features/account";
import { BenchDock, BenchProvider } from "@/features/bench";
import { FirstScreen } from "@/features/business";
import { ClockProvider } from "@/features/clock";
import { DraftProvider } from "@/features/draft";
import { WorkGoingOn } from "@/features/jobs";
import { loadWork } from "@/features/jobs/load";
import { LookingNote } from "@/features/looking";
import { LineBar } from "@/features/shell/line-bar";
import { WayBand } from "@/features/shell/way-band";
import { Recheck } from "@/features/shell/recheck";
import { SuspendedNote, SuspendedProvider } from "@/features/suspensions";
import { loadSuspendedNow } from "@/features/suspensions/load";
import { loadShell } from "@/features/shell/load";

export default async function DeskLayout({ children }: { readonly children: ReactNode }) {
  const [shell, work, suspended] = await Promise.all([loadShell(), loadWork(), loadSuspendedNow()]);
  return (
    <ClockProvider timeZone={shell.timeZone}>
      <DraftProvider mayEdit={shell.mayEdit} stamp={shell.stamp} habits={shell.habits}>
        <BenchProvider words={shell.trialWords} live={shell.live}>
          <div className="flex h-dvh flex-col print:block print:h-auto">
            <LineBar
              stops={shell.stops}
              person={{ name: shell.person.name, role: shell.person.role }}
              theme={shell.theme}
              businessName={shell.businessName}
              work={<WorkGoingOn jobs={work} mayStop={shell.mayEdit} />}
            />
            {shell.way && <WayBand steps={shell.way} />}
            {shell.checking && <Recheck stamp={shell.stamp} />}
            {shell.looking !== undefined && <LookingNote revision={shell.looking} />}
            <SuspendedNote suspensions={suspended} />
            {shell.failedTries && <FailedTriesNote {...shell.failedTries} />}
            <main className="relative flex min-h-0 flex-1 flex-col overflow-auto print:block print:overflow-visible">
              <SuspendedProvider suspensions={suspended}>
                {shell.hasSetup ? children : <FirstScreen timeZone="Europe/Tallinn" />}
              </SuspendedProvider>
            </main>
            <BenchDock />
          </div>
        </BenchProvider>
      </DraftProvider>
    </ClockProvider>
  );
}
