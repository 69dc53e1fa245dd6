"use client";

import { count } from "@/messages/figures";
import { classNames } from "@/ui/class-names";
import { useBench } from "./bench-provider";
import type { Ticket } from "./ticket";

export const tones: Readonly<Record<Ticket["tone"], string>> = {
  up: "font-semibold text-ink",
  down: "font-semibold text-ink",
  lost: "font-semibold text-loss",
  same: "text-soft",
};

/** The trials as small tickets. */
export function Tickets() {
  const { rows, trials, ticket, trial, choose, setOpen, mayEdit } = useBench();
  if (trials.length === 0)
    return (
      <p className="min-w-0 flex-1 truncate text-soft">
        {mayEdit
          ? "A trial is a test order: its figures change here as you type. Open the bench to make the first."
          : "There are no trials yet."}
      </p>
    );
  const names = new Map(trials.map(({ id, name }) => [id, name]));
  const tickets = rows.map(ticket);
  // the open one, then those that changed or failed: no effect is off the edge
  const rank = (one: Ticket) =>
    one.id === trial?.id ? 0 : one.failed > 0 || one.isChanged ? 1 : one.othersChanged > 0 ? 2 : 3;
  const ordered = [...tickets].sort((a, b) => rank(a) - rank(b));
  return (
    <ul className="flex min-w-0 flex-1 gap-2 overflow-x-auto py-0.5" aria-label="Trials">
      {ordered.map((one) => (
        <li key={one.id} className="shrink-0">
          <button
            type="button"
            aria-pressed={one.id === trial?.id}
            onClick={() => {
              choose(one.id);
              setOpen(true);
            }}
            className={classNames(
              "block max-w-[15rem] min-w-[10.5rem] rounded-md border px-2.5 py-0.5 text-left",
              one.id === trial?.id ? "border-2 border-ink bg-sheet" : "border-hairline bg-paper",
              one.failed > 0 && "border-loss",
            )}
          >
            {/* as wide as its figures: what changed is never cut off, a long name may be */}
            <span
              className="block w-0 min-w-full truncate text-soft"
              title={`${names.get(one.id) ?? ""}: ${one.name}`}
            >
              {names.get(one.id) ?? one.name}
            </span>
            <TicketFigure ticket={one} />
          </button>
        </li>
      ))}
    </ul>
  );
}

function TicketFigure({ ticket }: { readonly ticket: Ticket }) {
  const { before, after, currency, change, tone, isChanged, failed, othersChanged } = ticket;
  return (
    <span className="block whitespace-nowrap">
      {isChanged && before !== "" && before !== after && <span className="text-soft">{before} → </span>}
      <b>{after}</b> <span className="narrow text-xs text-soft">{currency}</span>{" "}
      <span className={tones[tone]}>{change}</span>
      {othersChanged > 0 && !isChanged && (
        <span className="font-semibold"> +{count(othersChanged, "other")}</span>
      )}
      {failed > 0 && <span className="font-semibold text-loss"> ✗</span>}
    </span>
  );
}
