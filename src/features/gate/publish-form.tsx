"use client";

import { useState, type FormEvent } from "react";
import { readMoment } from "@/ui/date-text";
import { useSubmit } from "@/features/submit";
import { MomentField } from "@/ui/fields/moment-field";
import { Button } from "@/ui/parts/button";
import { Trouble } from "@/ui/parts/trouble";
import { propose, publish, type PublishInput } from "./actions";
import { instantInZone } from "@/core/calendar/instant-in-zone";
import type { GateView } from "./load";

type Props = Pick<
  GateView,
  "seen" | "zone" | "stopCount" | "warningCount" | "changes" | "secondPerson" | "waiting" | "isChecking"
>;

export function warningsText(n: number): string {
  return n === 1 ? "1 warning" : `${n} warnings`;
}

/** Publishing what waits: now or at an instant of the business's clock, with a note. */
export function PublishForm(props: Props) {
  const { seen, zone, stopCount, warningCount, changes, secondPerson, waiting } = props;
  const [note, setNote] = useState("");
  const [when, setWhen] = useState<"now" | "later">("now");
  const [at, setAt] = useState("");
  const [about, setAbout] = useState<"carry" | "replace">("carry");
  const [told, setTold] = useState<string>();
  // a warning that comes up afterwards has to be seen too
  const [looked, setLooked] = useState(0);
  const { busy, trouble, setTrouble, submit } = useSubmit();
  const send = async (event: FormEvent) => {
    event.preventDefault();
    const instant = when === "later" ? instantInZone(readMoment(at), zone) : undefined;
    if (when === "later" && instant === undefined)
      return setTrouble("Say the day and the time from which it is to count, as 2026-12-24 08:30.");
    const input: PublishInput = {
      seen,
      ...(note.trim() === "" ? {} : { note: note.trim() }),
      ...(instant === undefined ? {} : { at: instant }),
      ...(waiting.length > 0 ? { waiting: about } : {}),
    };
    const answer = secondPerson ? await submit(() => propose(input)) : await submit(() => publish(input));
    if (!answer.ok) return;
    setNote("");
    const made = answer.value;
    setTold(
      made === undefined
        ? "Asked: somebody else finds it here and publishes it."
        : when === "now"
          ? `Revision ${made.number} is live.`
          : `Revision ${made.number} waits for ${readMoment(at).replace("T", " ")}.`,
    );
  };
  const isShut = stopCount > 0 || changes === 0;
  const asksToLook = !isShut && warningCount > 0;
  return (
    <form onSubmit={(event) => void send(event)} aria-label="Publish" className="space-y-2">
      <label className="block">
        Note <span className="text-soft">why, for whoever looks back</span>
        <input
          className="control mt-0.5 h-8 w-full px-2"
          value={note}
          maxLength={500}
          onChange={(event) => setNote(event.target.value)}
        />
      </label>
      <fieldset>
        <legend className="sr-only">When</legend>
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <label className="flex min-h-6 items-center gap-1.5">
            <input type="radio" name="when" checked={when === "now"} onChange={() => setWhen("now")} /> Now
          </label>
          <label className="flex min-h-6 items-center gap-1.5">
            <input type="radio" name="when" checked={when === "later"} onChange={() => setWhen("later")} /> At
          </label>
          <MomentField
            label={`Day and time, ${zone}`}
            value={at}
            onType={(text) => {
              setAt(text);
              setWhen("later");
            }}
          />
          <span className="narrow text-soft">by the clock of {zone}</span>
        </div>
      </fieldset>
      {waiting.length > 0 && when === "now" && (
        <fieldset className="space-y-1 border-l-4 border-sign pl-2">
          <legend>
            {waiting.length === 1 ? "A revision waits" : `${waiting.length} revisions wait`} for another day:
          </legend>
          <label className="flex gap-1.5">
            <input type="radio" name="about" checked={about === "carry"} onChange={() => setAbout("carry")} />
            publish only what came since, and put it into what waits too
          </label>
          <label className="flex gap-1.5">
            <input
              type="radio"
              name="about"
              checked={about === "replace"}
              onChange={() => setAbout("replace")}
            />
            publish all of it now; nothing waits any more
          </label>
        </fieldset>
      )}
      {asksToLook && (
        <label className="flex min-h-6 items-center gap-1.5">
          <input
            type="checkbox"
            checked={looked >= warningCount}
            onChange={(event) => setLooked(event.target.checked ? warningCount : 0)}
          />
          I have seen {warningCount === 1 ? "the warning" : `the ${warningsText(warningCount)}`} above
        </label>
      )}
      <div className="flex flex-wrap items-center gap-2">
        <Button kind="main" type="submit" disabled={busy || isShut || (asksToLook && looked < warningCount)}>
          {secondPerson ? "Ask to publish" : when === "now" ? "Publish now" : "Publish for then"}
        </Button>
        {stopCount > 0 && (
          <span className="text-loss">
            {stopCount === 1 ? "One stop keeps" : `${stopCount} stops keep`} the gate shut.
          </span>
        )}
        {stopCount === 0 && changes === 0 && <span className="text-soft">Nothing waits.</span>}
      </div>
      <Trouble text={trouble} />
      {told !== undefined && trouble === undefined && (
        <p role="status" className="border-l-4 border-gain pl-2">
          {told}
        </p>
      )}
    </form>
  );
}
