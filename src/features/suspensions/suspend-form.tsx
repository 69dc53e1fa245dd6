"use client";

import { useState, type FormEvent, type ReactNode } from "react";
import { instantInZone } from "@/core/calendar/instant-in-zone";
import type { SuspendedKind } from "@/core/working/reason";
import { readDestinations } from "@/features/edits";
import { readMoment } from "@/ui/date-text";
import { useSubmit } from "@/features/submit";
import { Button } from "@/ui/parts/button";
import { MomentField } from "@/ui/fields/moment-field";
import { Trouble } from "@/ui/parts/trouble";
import { suspendIt, type SuspensionInput } from "./actions";
import type { Choice } from "./load";

const kinds: readonly { readonly value: SuspendedKind; readonly name: string }[] = [
  { value: "origin", name: "Origin" },
  { value: "carrier", name: "Carrier" },
  { value: "service", name: "Service" },
  { value: "offer", name: "Offer" },
];

interface Props {
  readonly zone: string;
  readonly choices: Readonly<Record<SuspendedKind, readonly Choice[]>>;
}

const blank = { code: "", reason: "", from: "", until: "", places: "", effect: "stop" as "stop" | "delay" };

/** Suspending something, from now or from a moment on. */
export function SuspendForm({ zone, choices }: Props) {
  const [what, setWhat] = useState<SuspendedKind>("origin");
  const [typed, setTyped] = useState(blank);
  const { busy, trouble, setTrouble, submit } = useSubmit();
  const list = choices[what];
  const code = list.some((one) => one.code === typed.code) ? typed.code : (list[0]?.code ?? "");
  const set = (more: Partial<typeof blank>) => setTyped({ ...typed, ...more });
  const send = async (event: FormEvent) => {
    event.preventDefault();
    const read = inputOf({ ...typed, what, code }, zone);
    if (typeof read === "string") return setTrouble(read);
    const answer = await submit(() => suspendIt(read));
    if (answer.ok) setTyped(blank);
  };
  const field = "control mt-0.5 block h-8 px-2";
  return (
    <form aria-label="Suspend" onSubmit={(event) => void send(event)} className="mt-4 space-y-2">
      <h2>Suspend</h2>
      <div className="flex flex-wrap items-end gap-3">
        <Labelled name="What">
          <select
            className={field}
            value={what}
            onChange={(event) => setWhat(event.target.value as SuspendedKind)}
          >
            {kinds.map(({ value, name }) => (
              <option key={value} value={value}>
                {name}
              </option>
            ))}
          </select>
        </Labelled>
        <Labelled name="Which">
          <select className={field} value={code} onChange={(event) => set({ code: event.target.value })}>
            {list.map((one) => (
              <option key={one.code} value={one.code}>
                {one.name} {one.code}
              </option>
            ))}
          </select>
        </Labelled>
        {what === "service" && (
          <Labelled name="Only to" hint="country and postcodes; empty: everywhere">
            <input
              className={field}
              placeholder="EE 10..19, LV"
              value={typed.places}
              onChange={(event) => set({ places: event.target.value })}
            />
          </Labelled>
        )}
        {what === "origin" && (
          <Labelled name="What happens">
            <select
              className={field}
              value={typed.effect}
              onChange={(event) => set({ effect: event.target.value === "delay" ? "delay" : "stop" })}
            >
              <option value="stop">nothing leaves from there</option>
              <option value="delay">orders wait until it opens</option>
            </select>
          </Labelled>
        )}
        <Labelled name="From" hint="empty: at once">
          <MomentField
            label="From"
            className="mt-0.5 flex"
            value={typed.from}
            onType={(from) => set({ from })}
          />
        </Labelled>
        <Labelled name="Until" hint="empty: until somebody ends it">
          <MomentField
            label="Until"
            className="mt-0.5 flex"
            value={typed.until}
            onType={(until) => set({ until })}
          />
        </Labelled>
      </div>
      <Labelled name="Why" hint="read by whoever looks at an order">
        <input
          className={`${field} w-full max-w-[560px]`}
          maxLength={300}
          value={typed.reason}
          onChange={(event) => set({ reason: event.target.value })}
        />
      </Labelled>
      <Button kind="main" type="submit" disabled={busy}>
        {typed.from.trim() === "" ? "Suspend now" : "Suspend from then"}
      </Button>
      <Trouble text={trouble} />
    </form>
  );
}

function Labelled({
  name,
  hint,
  children,
}: {
  readonly name: string;
  readonly hint?: string;
  readonly children: ReactNode;
}) {
  return (
    <label className="block">
      {name} {hint !== undefined && <span className="text-soft">{hint}</span>}
      {children}
    </label>
  );
}

interface Typed {
  readonly what: SuspendedKind;
  readonly code: string;
  readonly reason: string;
  readonly from: string;
  readonly until: string;
  readonly places: string;
  readonly effect: "stop" | "delay";
}

/** What was typed as it is sent, or what can't be read of it. */
export function inputOf(
  { what, code, reason, from, until, places, effect }: Typed,
  zone: string,
): SuspensionInput | string {
  const begin = from.trim() === "" ? undefined : instantInZone(readMoment(from), zone);
  if (from.trim() !== "" && begin === undefined)
    return "Say the day and the time of the beginning, as 2026-12-24 08:30, or leave it empty.";
  const end = until.trim() === "" ? undefined : instantInZone(readMoment(until), zone);
  if (until.trim() !== "" && end === undefined)
    return "Say the day and the time of the end, as 2026-12-24 08:30, or leave it empty.";
  if (begin !== undefined && end !== undefined && end <= begin)
    return "The end is not after the beginning: say a later one, or leave it empty.";
  const destinations = what === "service" && places.trim() !== "" ? readDestinations(places) : undefined;
  if (reason.trim() === "") return "Say why: whoever looks at an order reads it.";
  return {
    what,
    code,
    reason: reason.trim(),
    effect: what === "origin" ? effect : "stop",
    ...(destinations ? { destinations } : {}),
    ...(begin === undefined ? {} : { from: begin }),
    ...(end === undefined ? {} : { until: end }),
  };
}
