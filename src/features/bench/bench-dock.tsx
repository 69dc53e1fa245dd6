"use client";

import { ChevronDown, ChevronUp } from "lucide-react";
import dynamic from "next/dynamic";
import { usePathname } from "next/navigation";
import { useLayoutEffect, useState } from "react";
import { Moment } from "@/features/clock";
import { count } from "@/messages/figures";
import { Key } from "@/ui/parts/key";
import { Trouble } from "@/ui/parts/trouble";
import { isSetupPage, useBench } from "./bench-provider";
import { Tickets } from "./tickets";
import type { TrialRates } from "./use-trial-rates";

// nobody who leaves the bench folded loads what is in it
const load = () => import("./open-bench");
const OpenBench = dynamic(load, { loading: () => <div className="h-[46vh] border-t border-hairline" /> });

/** The bench at the foot of every setup screen: a row of tickets when folded, the trials and the open one when not. */
export function BenchDock() {
  const bench = useBench();
  const pathname = usePathname();
  const shown = isSetupPage(pathname) && bench.at !== "off";
  useBenchKeys(shown);
  if (!shown) return null;
  return (
    <section
      aria-label="Bench"
      className="shrink-0 border-t-2 border-ink bg-sheet print:hidden"
      data-bench={bench.at}
    >
      <div className="flex items-center gap-3 px-[18px] py-1.5">
        <BenchHead />
        {bench.isOpen ? <CompareNote /> : <Tickets />}
        <button
          type="button"
          className="inline-flex shrink-0 items-center gap-1 rounded-md px-1.5 py-1 hover:bg-well"
          aria-expanded={bench.isOpen}
          title={bench.isOpen ? "Fold the bench (b)" : "Open the bench (b)"}
          onClick={() => bench.setOpen(!bench.isOpen)}
          onPointerEnter={() => void load()}
        >
          {bench.isOpen ? <ChevronDown size={15} aria-hidden /> : <ChevronUp size={15} aria-hidden />}
          {bench.isOpen ? "Fold" : "Open"} <Key>b</Key>
        </button>
      </div>
      {bench.isOpen && <OpenBench />}
    </section>
  );
}

function BenchHead() {
  const { rows, ticket, trials, at, unread, retry } = useBench();
  const tickets = rows.map(ticket);
  const changed = tickets.filter((one) => one.isChanged || one.othersChanged > 0).length;
  const failed = tickets.filter((one) => one.failed > 0).length;
  const what = `${trials.length} ${trials.length === 1 ? "trial" : "trials"}`;
  return (
    <div className="w-[118px] shrink-0">
      <h2>Bench</h2>
      <p className="narrow text-xs text-soft" aria-live="polite">
        {at === "lost" ? (
          <button type="button" className="link" onClick={retry}>
            no answer: try again
          </button>
        ) : unread ? (
          "what is typed can't be read yet"
        ) : (
          <>
            {what}, {changed === 0 ? "none changed" : `${changed} changed`}
          </>
        )}
        {failed > 0 && <span className="block font-semibold text-loss">{failed} not as expected</span>}
      </p>
    </div>
  );
}

/** What the figures are compared with. */
function CompareNote() {
  const { before, takenOff, pin, rates } = useBench();
  const [trouble, setTrouble] = useState<string>();
  const putBack = async () => {
    const answer = await pin(takenOff);
    setTrouble(answer.ok ? undefined : answer.text);
  };
  if (takenOff.length > 0)
    return (
      <div role="status" className="min-w-0 flex-1 truncate">
        Deleted: {takenOff.map(({ name }) => name).join(", ")}.{" "}
        <button
          type="button"
          className="link"
          aria-label={`Undo: deleted ${takenOff.map(({ name }) => name).join(", ")}`}
          onClick={() => void putBack()}
        >
          Undo
        </button>
        <Trouble text={trouble} />
      </div>
    );
  return (
    <p className="min-w-0 flex-1 text-soft">
      {before > 0 && <>Before: revision {before}. After: the draft, with what is being typed.</>}
      {rates && <CarriersNote rates={rates} />}
    </p>
  );
}

/** How old what carriers have said of the trials is. */
function CarriersNote({ rates: { oldest, answers, failed, isAsking, ask } }: { readonly rates: TrialRates }) {
  return (
    <span role="status">
      {" "}
      {isAsking ? (
        "Carriers are being asked…"
      ) : oldest === undefined ? (
        "No carrier has answered: fallbacks stand in."
      ) : (
        <>
          {count(answers, "answer", "answers")} of carriers, the oldest of <Moment at={oldest} />
          {failed > 0 && `; ${failed} without one`}.
        </>
      )}{" "}
      {!isAsking && (
        <button type="button" className="link" onClick={ask}>
          Ask again
        </button>
      )}
    </span>
  );
}

/** b opens and folds; Alt with an arrow walks through the trials, also while a field is being typed in. */
function useBenchKeys(isShown: boolean): void {
  const { isOpen, setOpen, trials, trial, choose } = useBench();
  // with the bench itself, not some time after: a key that names it works as soon as it is seen
  useLayoutEffect(() => {
    if (!isShown) return;
    let afterG = false;
    const walk = (by: number) => {
      const at = trials.findIndex(({ id }) => id === trial?.id);
      const next = trials[Math.min(trials.length - 1, Math.max(0, at + by))];
      if (next) choose(next.id);
    };
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.altKey && (event.key === "ArrowDown" || event.key === "ArrowUp")) {
        event.preventDefault();
        return walk(event.key === "ArrowDown" ? 1 : -1);
      }
      const busy =
        event.target instanceof HTMLElement &&
        event.target.closest("input, textarea, select, [role=grid], [role=menu]") !== null;
      if (!busy && !afterG && event.key === "b" && !event.ctrlKey && !event.metaKey && !event.altKey)
        setOpen(!isOpen);
      afterG = event.key === "g";
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, [isShown, isOpen, setOpen, trials, trial, choose]);
}
