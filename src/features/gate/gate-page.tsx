"use client";

import Link from "next/link";
import { useState } from "react";
import { useDraft } from "@/features/draft";
import { madeWords, moneyDifference, replayTitle, StartReplay, type ShownReplay } from "@/features/replay";
import { useSubmit } from "@/features/submit";
import { classNames } from "@/ui/class-names";
import { Button } from "@/ui/parts/button";
import { PageHead } from "@/ui/parts/page-head";
import { Trouble } from "@/ui/parts/trouble";
import { approve, dropProposed, setRules, takeMemberBack, withdraw } from "./actions";
import { BackOut } from "./back-out";
import { ChangeLines } from "./change-lines";
import type { GateView, ShownFinding, ShownMember, ShownTrial } from "./load";
import { PublishForm, warningsText } from "./publish-form";

/** Where changes wait, are looked over, and go live together. */
export function GatePage({ replay, ...view }: GateView & { readonly replay: ShownReplay | undefined }) {
  const { changes, members, stopCount, isAtOnce, isHeld } = view;
  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 overflow-auto lg:grid-cols-[minmax(0,1fr)_392px] lg:overflow-hidden">
      <div className="px-[18px] py-4 lg:overflow-auto">
        <PageHead
          above={
            isAtOnce ? "Gate: edits are live as they are made" : "Gate: draft on this side, live on the other"
          }
          title={titleOf(changes, stopCount)}
        >
          <Link prefetch={false} className="link" href="/gate/revisions">
            Revisions
          </Link>
        </PageHead>
        {view.offersClosing && <CloseGate view={view} />}
        {isHeld && (
          <p className="mb-3 border-l-4 border-sign bg-wash px-3 py-1.5">
            Something was backed out, so small edits wait here until the draft is published: the fault in it
            is not live again by the next edit.
          </p>
        )}
        {members.length === 0 ? (
          <p className="sheet px-4 py-6 text-soft">
            The draft is what is live. Change anything left of the gate: it waits here until it is published.
          </p>
        ) : (
          <ChangeLines
            members={members}
            {...(view.mayEdit ? { action: (member: ShownMember) => <TakeBack member={member} /> } : {})}
          />
        )}
      </div>
      <aside
        aria-label="Publishing"
        className="flex min-h-0 flex-col border-l-4 border-ink bg-sheet max-lg:border-t-4 max-lg:border-l-0"
      >
        <div className="space-y-4 px-4 py-4 lg:min-h-0 lg:flex-1 lg:overflow-auto">
          <LiveNow view={view} />
          {stopCount > 0 && <Findings view={view} />}
          <Replays replay={replay} mayStart={view.mayEdit} />
          <Trials trials={view.trials} />
          {stopCount === 0 && <Findings view={view} />}
        </div>
        <Decision view={view} />
      </aside>
    </div>
  );
}

/** What is decided stays in sight, however much there is to read before. */
function Decision({ view }: { readonly view: GateView }) {
  const { proposal, mayPublish, isAtOnce } = view;
  if (isAtOnce && mayPublish && !proposal) return null;
  return (
    <div className="border-t border-hairline px-4 py-3">
      {proposal ? <Proposal view={view} /> : mayPublish && <PublishForm {...view} />}
      {!mayPublish && <p className="text-soft">Publishing is for others: ask one of them.</p>}
    </div>
  );
}

/** Orders are confirmed by what is live: from now on there is something to guard. */
function CloseGate({ view: { publishers, secondPerson } }: { readonly view: GateView }) {
  const { busy, trouble, submit } = useSubmit();
  return (
    <div className="mb-3 border-l-4 border-sign bg-wash px-3 py-1.5">
      <p>
        Orders are confirmed by these prices, and each edit is live as it is typed. With the gate closed edits
        wait here until they are published together.
      </p>
      <p className="mt-1.5">
        <Button
          kind="main"
          disabled={busy}
          onClick={() => void submit(() => setRules({ publishers, secondPerson, smallEdits: false }))}
        >
          Close the gate
        </Button>
      </p>
      <Trouble text={trouble} />
    </div>
  );
}

function titleOf(changes: number, stops: number): string {
  const waiting =
    changes === 0 ? "Nothing waits" : changes === 1 ? "1 change waits" : `${changes} changes wait`;
  return stops === 0 ? waiting : `${waiting}, ${stops === 1 ? "1 stop" : `${stops} stops`}`;
}

function TakeBack({ member: { list, code, title } }: { readonly member: ShownMember }) {
  const { edit, tell } = useDraft();
  const [trouble, setTrouble] = useState<string>();
  const take = async () => {
    const answer = await edit((origin) => takeMemberBack({ ...origin, list, code }));
    setTrouble(answer.ok ? undefined : answer.text);
    if (answer.ok) tell(`Undone: ${title}`, true);
  };
  return (
    <span className="shrink-0">
      <button type="button" className="link" aria-label={`Undo: ${title}`} onClick={() => void take()}>
        Undo
      </button>
      <Trouble text={trouble} />
    </span>
  );
}

function LiveNow({ view: { live, waiting, zone, mayPublish } }: { readonly view: GateView }) {
  const { busy, trouble, submit } = useSubmit();
  return (
    <section aria-label="What is live">
      <h2 className="pb-1">
        Live: revision {live?.number}{" "}
        <span className="font-normal text-soft">
          since {live?.takesEffect}, {live?.by}
        </span>
      </h2>
      {live && live.note !== "" && <p>{live.note}</p>}
      {waiting.map((one) => (
        <p
          key={one.number}
          className="mt-1 flex items-baseline justify-between gap-2 border-l-4 border-sign pl-2"
        >
          <span>
            Revision {one.number} waits for <b>{one.takesEffect}</b> ({zone})
            {one.note !== "" && `: ${one.note}`}
          </span>
          {mayPublish && (
            <button
              type="button"
              className="link shrink-0"
              disabled={busy}
              onClick={() => void submit(() => withdraw({ number: one.number }))}
            >
              Withdraw
            </button>
          )}
        </p>
      ))}
      <Trouble text={trouble} />
      {mayPublish && live && live.number > 1 && <BackOut number={live.number} />}
    </section>
  );
}

/** So many warnings are read without being opened. */
const MOST_OPEN = 8;

function Findings({ view }: { readonly view: GateView }) {
  const { stops, stopCount, warnings, warningCount, isChecking } = view;
  return (
    <section aria-label="Checks">
      <h2 className="pb-1">
        Checks{" "}
        <span className="font-normal text-soft">
          {isChecking
            ? "being made"
            : stopCount + warningCount === 0
              ? "nothing found"
              : `${stopCount === 1 ? "1 stop" : `${stopCount} stops`}, ${warningsText(warningCount)}`}
        </span>
      </h2>
      <FindingList findings={stops} more={stopCount - stops.length} tone="border-loss" />
      {warningCount > 0 && (
        <details open={stopCount === 0 && warningCount <= MOST_OPEN}>
          <summary className="text-soft">{warningsText(warningCount)}</summary>
          <FindingList findings={warnings} more={warningCount - warnings.length} tone="border-sign" />
        </details>
      )}
    </section>
  );
}

function FindingList({
  findings,
  more,
  tone,
}: {
  readonly findings: readonly ShownFinding[];
  readonly more: number;
  readonly tone: string;
}) {
  return (
    <ul className="space-y-1">
      {findings.map(({ text, why, href, place }, i) => (
        <li key={i} className={classNames("border-l-4 pl-2", tone)}>
          {href === undefined ? (
            <span className="narrow text-soft">{place}</span>
          ) : (
            <Link prefetch={false} className="link narrow" href={href}>
              {place}
            </Link>
          )}{" "}
          {text} <span className="text-soft">{why}</span>
        </li>
      ))}
      {more > 0 && <li className="text-soft">and {more} more</li>}
    </ul>
  );
}

/** The trials under what is live and under the draft; those that fail first, those that stay the same folded. */
function Trials({ trials }: { readonly trials: readonly ShownTrial[] }) {
  if (trials.length === 0) return null;
  const failed = trials.filter(({ ticket }) => ticket.failed > 0).length;
  const isOther = ({ ticket }: ShownTrial) =>
    ticket.failed > 0 || ticket.isChanged || ticket.othersChanged > 0;
  const changed = trials.filter(isOther).sort((a, b) => b.ticket.failed - a.ticket.failed);
  const same = trials.filter((one) => !isOther(one));
  return (
    <section aria-label="Trials">
      <h2 className="pb-1">
        Trials{" "}
        <span className="font-normal text-soft">
          {trials.length}, {changed.length === 0 ? "none changed" : `${changed.length} changed`}
        </span>
        {failed > 0 && <span className="text-loss"> {failed} not as expected</span>}
      </h2>
      {changed.length > 0 && <TrialRows trials={changed} />}
      {same.length > 0 && (
        <details>
          <summary className="text-soft">{same.length} stay the same</summary>
          <TrialRows trials={same} />
        </details>
      )}
    </section>
  );
}

function TrialRows({ trials }: { readonly trials: readonly ShownTrial[] }) {
  return (
    <table className="narrow w-full">
      <thead className="text-xs text-soft">
        <tr className="border-b border-hairline [&>th]:px-1 [&>th]:font-normal">
          <th className="text-left">Trial</th>
          <th className="text-right">Live</th>
          <th className="text-right">Draft</th>
          <th className="text-right">Difference</th>
        </tr>
      </thead>
      <tbody>
        {trials.map(({ name, ticket }, i) => (
          <tr
            key={i}
            className="border-b border-hairline last:border-0 [&>td]:px-1 [&>td]:py-0.5 [&>td]:whitespace-nowrap"
          >
            <td className="w-full max-w-0 truncate" title={`${name}: ${ticket.name}`}>
              {ticket.failed > 0 && (
                <span className="font-semibold text-loss" title="Not as expected">
                  ✗{" "}
                </span>
              )}
              {name}
            </td>
            <td className="text-right text-soft">{ticket.before}</td>
            <td className="text-right">
              {ticket.after} <span className="text-xs text-soft">{ticket.currency}</span>
            </td>
            <td className={classNames("text-right", ticket.isChanged ? "font-semibold" : "text-soft")}>
              {ticket.change}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** The last replay in figures, and beginning another. */
function Replays({
  replay,
  mayStart,
}: {
  readonly replay: ShownReplay | undefined;
  readonly mayStart: boolean;
}) {
  return (
    <section aria-label="Replay">
      <h2 className="pb-1">
        Replay{" "}
        <span className="font-normal text-soft">real orders under what is live and under the draft</span>
      </h2>
      {replay && (
        <p className="pb-1">
          <Link prefetch={false} className="link font-semibold" href={`/gate/replay/${replay.id}`}>
            {replayTitle(replay)}
          </Link>
          {replay.all && (
            <>
              : charge {moneyDifference(replay.all.charge)}, cost {moneyDifference(replay.all.cost)}, left{" "}
              <b>{moneyDifference(replay.all.margin)}</b>{" "}
              <span className="text-xs text-soft">{replay.currency}</span>.
            </>
          )}{" "}
          <span className="text-soft">{madeWords(replay)}</span>
        </p>
      )}
      {mayStart && <StartReplay />}
    </section>
  );
}

/** What somebody asked to be published, for whoever decides. */
function Proposal({ view }: { readonly view: GateView }) {
  const { proposal, seen, mayPublish, zone, stopCount } = view;
  const { busy, trouble, submit } = useSubmit();
  if (!proposal) return null;
  const { by, isMine, note, at, takesEffect, isStale } = proposal;
  return (
    <section aria-label="Asked to publish" className="border-l-4 border-sign pl-3">
      <h2>
        {isMine ? "You asked to publish this" : `${by} asks to publish this`}{" "}
        <span className="font-normal text-soft">{at}</span>
      </h2>
      {note !== "" && <p>{note}</p>}
      <p className="text-soft">
        {takesEffect === undefined ? "At once, when it is published." : `From ${takesEffect} on (${zone}).`}
      </p>
      {isStale && <p className="text-loss">The draft has changed since: it has to be asked for again.</p>}
      {mayPublish && (
        <div className="flex gap-2 pt-2">
          {!isMine && !isStale && (
            <Button
              kind="main"
              disabled={busy || stopCount > 0}
              onClick={() => void submit(() => approve(seen))}
            >
              Publish
            </Button>
          )}
          <Button disabled={busy} onClick={() => void submit(() => dropProposed())}>
            {isMine ? "Withdraw" : "Decline"}
          </Button>
        </div>
      )}
      <Trouble text={trouble} />
    </section>
  );
}
