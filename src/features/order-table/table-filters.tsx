"use client";

import { useEffect, useState } from "react";
import { looks, orderStates } from "@/core/orders/order-state";
import { countryCodes } from "@/core/zones/countries";
import { lookNames, stateNames } from "@/features/orders";
import { countryName } from "@/messages/country-name";
import type { LoadedTable } from "./load";
import { useAddress } from "@/ui/use-address";
import { DayField } from "@/features/edits";

const field = "control mt-0.5 block h-8 max-w-full px-1.5";
const countries = [...countryCodes].sort((a, b) => countryName(a).localeCompare(countryName(b), "en"));

/** Narrows the table; all of it stands in the address. */
export function TableFilters({ choices }: Pick<LoadedTable, "choices">) {
  const { said, say } = useAddress();
  const set = (name: string) => (text: string) => say({ [name]: text, after: "" });
  const chosen = [
    "find",
    "queue",
    "channel",
    "country",
    "origin",
    "service",
    "offer",
    "from",
    "until",
    "least",
    "most",
    "loss",
  ];
  return (
    <div role="search" aria-label="Filter the list" className="flex flex-wrap items-end gap-x-3 gap-y-2 pb-3">
      <Typed
        label="Holds"
        name="find"
        said={said}
        set={set}
        width="w-44"
        hint="number, name, town, postcode, item"
      />
      <label>
        Queue
        <select
          className={field}
          value={said("queue")}
          onChange={(event) => set("queue")(event.target.value)}
        >
          <option value="">open</option>
          {orderStates.map((state) => (
            <option key={state} value={state}>
              {stateNames[state].name}
            </option>
          ))}
          {looks.map((look) => (
            <option key={look} value={look}>
              ▲ {lookNames[look].name}
            </option>
          ))}
        </select>
      </label>
      {(["channel", "origin", "service", "offer"] as const).map((name) => (
        <label key={name} className="first-letter:uppercase">
          {names[name]}
          <select className={field} value={said(name)} onChange={(event) => set(name)(event.target.value)}>
            <option value="">any</option>
            {choices[name].map((one) => (
              <option key={one.code} value={one.code}>
                {one.name}
              </option>
            ))}
          </select>
        </label>
      ))}
      <label>
        Country
        <select
          className={`${field} w-32`}
          value={said("country")}
          onChange={(event) => set("country")(event.target.value)}
        >
          <option value="">any</option>
          {countries.map((code) => (
            <option key={code} value={code}>
              {countryName(code)}
            </option>
          ))}
        </select>
      </label>
      {(["from", "until"] as const).map((name) => (
        <label key={name}>
          {dayNames[name]}
          <DayField label={dayNames[name]} className="mt-0.5 h-8" value={said(name)} onDay={set(name)} />
        </label>
      ))}
      <Typed label="Goods at least" name="least" said={said} set={set} width="w-20" />
      <Typed label="at most, as priced" name="most" said={said} set={set} width="w-20" />
      <label className="flex h-8 items-center gap-1.5">
        <input
          type="checkbox"
          checked={said("loss") === "1"}
          onChange={(event) => set("loss")(event.target.checked ? "1" : "")}
        />
        loses money
      </label>
      {chosen.some((name) => said(name) !== "") && (
        <button
          type="button"
          className="link h-8"
          onClick={() => say({ ...Object.fromEntries(chosen.map((name) => [name, ""])), after: "" })}
        >
          All of them
        </button>
      )}
    </div>
  );
}

const dayNames = { from: "Placed from", until: "until, that day too" } as const;
const names = { channel: "Channel", origin: "From", service: "Service", offer: "Offer" } as const;
const PAUSE_MS = 300;

/** A field whose text counts once nobody types any more. */
function Typed({
  label,
  name,
  said,
  set,
  width,
  hint,
}: {
  readonly label: string;
  readonly name: string;
  readonly said: (name: string) => string;
  readonly set: (name: string) => (text: string) => void;
  readonly width: string;
  readonly hint?: string;
}) {
  const stored = said(name);
  const [typed, setTyped] = useState(stored);
  const [last, setLast] = useState(stored);
  // the address says something else by now
  if (last !== stored) {
    setLast(stored);
    setTyped(stored);
  }
  useEffect(() => {
    if (typed === stored) return;
    const timer = setTimeout(() => set(name)(typed.trim()), PAUSE_MS);
    return () => clearTimeout(timer);
  });
  return (
    <label>
      {label}
      <input
        className={`${field} ${width}`}
        value={typed}
        placeholder={hint}
        maxLength={100}
        onChange={(event) => setTyped(event.target.value)}
      />
    </label>
  );
}
