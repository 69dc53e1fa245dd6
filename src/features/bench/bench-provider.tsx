"use client";

import { usePathname } from "next/navigation";
import { createContext, useCallback, useContext, useEffect, useMemo, useState, type ReactNode } from "react";
import type { Trial } from "@/core/bench/trial";
import type { TrialRow } from "@/core/bench/bench";
import type { Exploration } from "@/core/bench/exploration";
import { useDraft } from "@/features/draft";
import { sent } from "@/features/submit";
import { useKept } from "@/ui/use-kept";
import {
  pinTrials,
  resetTrial,
  trialsOfTariff,
  unpinTrials,
  type StoredTrials,
  type StoredTrial,
} from "./actions";
import { shownOffer, ticketOf, type Ticket } from "./ticket";
import type { TrialWords } from "./trial-text";
import { useBenchThread, type BenchState } from "./use-bench-thread";
import { useTrialRates, type TrialRates } from "./use-trial-rates";

/** What a change of the trials comes back with. */
export type Pinned = Awaited<ReturnType<typeof pinTrials>>;

type EdgesPinned =
  | { readonly ok: true; readonly count: number }
  | { readonly ok: false; readonly text: string };

/** The bench as the screens see it. */
export interface BenchView extends BenchState {
  readonly mayEdit: boolean;
  readonly words: TrialWords;
  /** The number of the revision that is live. */
  readonly live: number;
  readonly isOpen: boolean;
  readonly setOpen: (open: boolean) => void;
  /** The trial that is looked at. */
  readonly trial: StoredTrial | undefined;
  readonly row: TrialRow | undefined;
  readonly choose: (id: string) => void;
  /** The offer that is looked at: that of the page, else the one chosen in the open trial. */
  readonly offer: string | undefined;
  readonly watch: (offer: string) => void;
  readonly ticket: (row: TrialRow) => Ticket;
  readonly pin: (trials: readonly Trial[]) => Promise<Pinned>;
  readonly reset: (trial: Trial, version: number) => Promise<Pinned>;
  readonly unpin: (trials: readonly Trial[]) => Promise<Pinned>;
  /** What was taken off last, to be put back. */
  readonly takenOff: readonly Trial[];
  /** Pins a trial for each break of a tariff, to a place of the zone. */
  readonly pinEdges: (tariff: string, zone: string) => Promise<EdgesPinned>;
  readonly setTrials: (kept: StoredTrials) => void;
  readonly retry: () => void;
  readonly explore: (exploration: Exploration | undefined) => void;
  /** What carriers have said of the trials; absent where no service is priced by one. */
  readonly rates: TrialRates | undefined;
}

const Context = createContext<BenchView | undefined>(undefined);

export function useBench(): BenchView {
  const bench = useContext(Context);
  if (!bench) throw new Error("useBench outside of BenchProvider");
  return bench;
}

/** Whether a page is left of the gate: there the bench is docked. */
export function isSetupPage(pathname: string): boolean {
  const [, first = ""] = pathname.split("/");
  return setupPages.includes(first);
}

const setupPages = [
  "origins",
  "carriers",
  "services",
  "zones",
  "tariffs",
  "items",
  "offers",
  "channels",
  "business",
];

/** The offer whose page it is. */
function offerOfPage(pathname: string): string | undefined {
  const [, first, code] = pathname.split("/");
  return first === "offers" && code !== undefined && code !== "try" ? decodeURIComponent(code) : undefined;
}

/** Trials of a tariff's edges, named by their edge and zone. */
async function pinned(
  tariff: string,
  zone: string,
  told: (sent: Promise<Pinned>) => Promise<Pinned>,
): Promise<EdgesPinned> {
  const edges = await sent(trialsOfTariff({ tariff, zone }));
  if (!edges.ok) return edges;
  const made = edges.value.map(({ value, unit, request }) => ({
    id: crypto.randomUUID(),
    name: `${value} ${unit} → ${tariff} zone ${zone}`,
    request,
    expects: [],
  }));
  if (made.length === 0)
    return {
      ok: false,
      text: "None can be made: no offer reads this table, or it is by a measure that goods can't be made of.",
    };
  const answer = await told(pinTrials(made));
  return answer.ok ? { ok: true, count: made.length } : { ok: false, text: answer.text };
}

export function BenchProvider({
  words,
  live,
  children,
}: {
  readonly words: TrialWords | undefined;
  /** The number of the revision that is live. */
  readonly live: number;
  readonly children: ReactNode;
}) {
  const pathname = usePathname();
  const { mayEdit } = useDraft();
  const { state, send, setTrials, begin } = useBenchThread(
    words !== undefined && isSetupPage(pathname),
    live,
  );
  const [opened, keepOpen] = useKept("bench open", "no");
  const [chosen, choose] = useKept("bench trial", "");
  const [watched, keepWatched] = useKept("bench offer", "");
  const { trials, rows } = state;
  const rates = useTrialRates(state.setup, trials.length, send);
  const trial = trials.find(({ id }) => id === chosen) ?? trials[0];
  const row = rows.find(({ id }) => id === trial?.id);
  const ofPage = offerOfPage(pathname);
  const [place, picked = ""] = watched.split(" ");
  const offer = lookedAt(row, ofPage, place === pathname ? picked : "");
  useEffect(() => send({ kind: "open", trial: trial?.id, offer }), [send, trial?.id, offer, state.at]);

  const told = useCallback(
    async (action: Promise<Pinned>) => {
      const answer = await sent(action);
      if (answer.ok) setTrials(answer.value);
      else if (answer.code === "conflict") void begin();
      return answer;
    },
    [setTrials, begin],
  );
  const [takenOff, setTakenOff] = useState<readonly Trial[]>([]);
  const explore = useCallback(
    (exploration: Exploration | undefined) => send({ kind: "explore", exploration }),
    [send],
  );
  const view = useMemo<BenchView>(
    () => ({
      ...state,
      mayEdit,
      words: words ?? { channels: [], country: "", weight: "kg" },
      live,
      isOpen: opened === "yes",
      setOpen: (open) => keepOpen(open ? "yes" : "no"),
      trial,
      row,
      choose,
      offer,
      watch: (code) => keepWatched(`${pathname} ${code}`),
      ticket: (one) => ticketOf(one, ofPage),
      takenOff,
      pin: async (list) => {
        const answer = await told(pinTrials(list));
        // put back, or something else is on: what was taken off is no longer the last deed
        if (answer.ok) setTakenOff([]);
        return answer;
      },
      reset: (one, version) => told(resetTrial({ trial: one, version })),
      unpin: async (list) => {
        const answer = await told(unpinTrials(list.map(({ id }) => id)));
        if (answer.ok) setTakenOff(list);
        return answer;
      },
      pinEdges: (tariff, zone) => pinned(tariff, zone, told),
      setTrials,
      retry: () => void begin(),
      explore,
      rates,
    }),
    [
      state,
      rates,
      mayEdit,
      words,
      live,
      opened,
      keepOpen,
      trial,
      row,
      choose,
      offer,
      keepWatched,
      pathname,
      ofPage,
      told,
      setTrials,
      explore,
      begin,
      takenOff,
    ],
  );
  return <Context value={view}>{children}</Context>;
}

/** The offer that was picked on this page, where the trial has it; else the one the trial is shown by. */
function lookedAt(row: TrialRow | undefined, ofPage: string | undefined, picked: string): string | undefined {
  if (!row || "problems" in row) return ofPage;
  const has = (code: string) => row.offers.some(({ offer }) => offer === code);
  return has(picked) ? picked : (shownOffer(row, ofPage)?.offer ?? ofPage);
}
