"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import type { OpenTrial, TrialRow } from "@/core/bench/bench";
import type { ExploredPoint } from "@/core/bench/explore";
import type { NearestEdge } from "@/core/bench/nearest-edges";
import type { BenchAnswer, BenchStart, BenchTask } from "@/core/bench/thread";
import type { Change } from "@/core/setup/inverse";
import type { Setup } from "@/core/setup/setup";
import { useDraft } from "@/features/draft";
import type { StoredTrial } from "./actions";

/** What the bench's thread has told so far. */
export interface BenchState {
  /** "off" until it is wanted; "lost" when the server did not answer or the thread failed. */
  readonly at: "off" | "starting" | "running" | "lost";
  readonly trials: readonly StoredTrial[];
  readonly rows: readonly TrialRow[];
  /** Whether what is typed can't be read, so that the figures are without it. */
  readonly unread: boolean;
  /** The number of the revision that is compared with. */
  readonly before: number;
  readonly open: OpenTrial | undefined;
  readonly edges:
    | { readonly trial: string; readonly offer: string; readonly edges: readonly NearestEdge[] }
    | undefined;
  readonly explored: readonly (readonly ExploredPoint[])[] | undefined;
  /** The setup as it was when the thread began: for names, never for figures. */
  readonly setup: Setup | undefined;
}

const off: BenchState = {
  at: "off",
  trials: [],
  rows: [],
  unread: false,
  before: 0,
  open: undefined,
  edges: undefined,
  explored: undefined,
  setup: undefined,
};

type Start = BenchStart & { readonly trials: readonly StoredTrial[] };

const BEGAN = "bench began";

/** Asks for what the thread begins with; where edits are live at once, compared with what was live when this tab began. */
async function fetchStart(): Promise<Start | undefined> {
  try {
    const began = sessionStorage.getItem(BEGAN);
    const response = await fetch(began === null ? "/bench" : `/bench?since=${began}`);
    if (!response.ok) return undefined;
    const start = (await response.json()) as Start;
    if (began === null) sessionStorage.setItem(BEGAN, String(start.before.number));
    return start;
  } catch {
    return undefined;
  }
}

/** The thread that rates trials while people type; started once it is wanted, kept over all pages. */
export function useBenchThread(wanted: boolean, live: number) {
  const [state, setState] = useState<BenchState>(off);
  const worker = useRef<Worker>(undefined);
  const send = useCallback((task: BenchTask) => worker.current?.postMessage(task), []);

  const begin = useCallback(async () => {
    const start = await fetchStart();
    if (!start)
      return setState((before) => ({ ...before, at: before.at === "running" ? "running" : "lost" }));
    const { trials, setup } = start;
    setState((before) => ({ ...before, trials, setup }));
    send({ kind: "start", start });
  }, [send]);

  useEffect(() => {
    if (!wanted || worker.current) return;
    const thread = new Worker(new URL("../../workers/bench.worker.ts", import.meta.url), { type: "module" });
    worker.current = thread;
    thread.onmessage = ({ data }: MessageEvent<BenchAnswer>) => {
      if (data.kind === "behind") void begin();
      else if (data.kind === "failed") setState((before) => ({ ...before, at: "lost" }));
      else setState((before) => heard(before, data));
    };
    thread.onerror = () => setState((before) => ({ ...before, at: "lost" }));
    void begin();
  }, [wanted, begin]);
  // something was published: the figures are held against that from now on
  const known = useRef(live);
  useEffect(() => {
    if (known.current !== live && worker.current) void begin();
    known.current = live;
  }, [live, begin]);
  useEffect(
    () => () => {
      worker.current?.terminate();
      worker.current = undefined;
    },
    [],
  );

  useDraftEvents(send, begin);
  const setTrials = useCallback(
    (kept: { readonly trials: readonly StoredTrial[]; readonly items: BenchStart["items"] }) => {
      setState((before) => ({ ...before, trials: kept.trials }));
      send({ kind: "trials", ...kept });
    },
    [send],
  );
  return { state, send, setTrials, begin };
}

/** Tells the thread what is being typed and what was stored. */
function useDraftEvents(send: (task: BenchTask) => void, begin: () => Promise<void>): void {
  const { signals } = useDraft();
  const typing = useRef(0);
  /** Whether the thread knows of nothing that is being typed. */
  const silent = useRef(true);
  useEffect(
    () =>
      signals.listen((event) => {
        if (event.kind === "stored") {
          send(event);
          silent.current = true;
          if (event.changes.some(changesNames)) void begin();
          return;
        }
        // moving about in a grid types nothing, again and again
        if (event.changes.length === 0 && silent.current) return;
        silent.current = event.changes.length === 0;
        send({ kind: "typed", id: ++typing.current, changes: event.changes });
      }),
    [signals, send, begin],
  );
}

/** Whether members come, go or are called otherwise: the page needs their names anew. */
function changesNames({ path }: Change): boolean {
  const [list = "", ...rest] = path.split("/");
  return named.includes(list) && (rest.length === 1 || /^(name|code)$/.test(rest[1] ?? ""));
}

const named = ["origins", "services", "offers"];

function heard(before: BenchState, answer: Exclude<BenchAnswer, { kind: "behind" | "failed" }>): BenchState {
  switch (answer.kind) {
    case "rows":
      return {
        ...before,
        at: "running",
        rows: answer.rows,
        open: answer.open ?? before.open,
        unread: answer.trouble,
        before: answer.before,
      };
    case "opened":
      return { ...before, open: answer.open };
    case "edges":
      return { ...before, edges: answer };
    case "explored":
      return { ...before, explored: answer.series };
  }
}
