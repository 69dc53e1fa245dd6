"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import type { FileAnswer, OpenedSheet, Reading, ReadRequest } from "@/core/tariff-files/thread";
import { fileProblemWords } from "@/features/import";
import type { FileProblem } from "@/tabular/table-file";

/** The open file, as the thread that reads it tells. */
export interface OpenFile {
  readonly name: string;
  readonly how: string;
  readonly sheets: readonly OpenedSheet[];
}

interface State {
  readonly file: OpenFile | undefined;
  readonly reading: Reading | undefined;
  /** Rows gone through, of how many; `undefined` when nothing is under way. */
  readonly progress: { readonly rows: number; readonly of: number } | undefined;
  readonly trouble: string | undefined;
}

const nothing: State = { file: undefined, reading: undefined, progress: undefined, trouble: undefined };

/** Opens and reads a file in a thread of its own, so that typing never waits for it; the newest question is answered. */
export function useTariffFile(onOpened: (file: OpenFile) => void) {
  const [state, setState] = useState<State>(nothing);
  const worker = useRef<Worker>(undefined);
  const asked = useRef(0);
  useEffect(() => () => worker.current?.terminate(), []);

  const open = useCallback(
    async (picked: File) => {
      worker.current?.terminate();
      setState({ ...nothing, progress: { rows: 0, of: 0 } });
      const bytes = new Uint8Array(await picked.arrayBuffer());
      const thread = new Worker(new URL("../../workers/tariff-file.worker.ts", import.meta.url), {
        type: "module",
      });
      worker.current = thread;
      const fail = () =>
        setState({ ...nothing, trouble: `${picked.name}: It can't be read. Is it a table?` });
      thread.onerror = fail;
      thread.onmessage = ({ data }: MessageEvent<FileAnswer<FileProblem>>) => {
        if (worker.current !== thread) return;
        if (data.kind === "opened") {
          const file = { name: picked.name, how: data.how, sheets: data.sheets };
          setState({ ...nothing, file });
          onOpened(file);
        } else if (data.kind === "problem")
          setState({ ...nothing, trouble: `${picked.name}: ${fileProblemWords[data.problem]}` });
        else if (data.id !== asked.current) return;
        else if (data.kind === "progress")
          setState((before) => ({ ...before, progress: { rows: data.rows, of: data.of } }));
        else
          setState((before) => ({
            ...before,
            reading: data.reading,
            progress: undefined,
            trouble: undefined,
          }));
      };
      thread.postMessage({ kind: "open", bytes }, [bytes.buffer]);
    },
    [onOpened],
  );

  const read = useCallback((request: ReadRequest) => {
    asked.current += 1;
    setState((before) => ({ ...before, progress: { rows: 0, of: 0 } }));
    worker.current?.postMessage({ kind: "read", id: asked.current, request });
  }, []);

  return { ...state, open, read };
}
