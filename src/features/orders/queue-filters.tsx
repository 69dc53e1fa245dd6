"use client";

import { countryName } from "@/messages/country-name";
import { useAddress } from "@/ui/use-address";
import type { Queue } from "./load";

const sorts = [
  ["", "newest"],
  ["oldest", "oldest"],
  ["dearest", "most goods"],
  ["loss", "worst margin"],
] as const;

/** Narrows the list by channel and country, and sorts it; all of it stands in the address, so that it can be sent to somebody. */
export function QueueFilters({ queue: { channels, entries } }: { readonly queue: Queue }) {
  const { said: asked, say } = useAddress();
  const set = (name: string, value: string) => say({ [name]: value });
  const countries = [...new Set([...entries.map(({ country }) => country), asked("country")])]
    .filter((code) => code !== "")
    .sort((a, b) => countryName(a).localeCompare(countryName(b), "en"));
  const field = "control h-7 min-w-0 px-1 text-xs";
  return (
    <div className="mt-1 grid grid-cols-3 gap-1 px-1">
      <select
        aria-label="Channel"
        className={field}
        value={asked("channel")}
        onChange={(event) => set("channel", event.target.value)}
      >
        <option value="">channel</option>
        {channels.map(({ code, name }) => (
          <option key={code} value={code}>
            {name}
          </option>
        ))}
      </select>
      <select
        aria-label="Country"
        className={field}
        value={asked("country")}
        onChange={(event) => set("country", event.target.value)}
      >
        <option value="">country</option>
        {countries.map((code) => (
          <option key={code} value={code}>
            {countryName(code)}
          </option>
        ))}
      </select>
      <select
        aria-label="Sorted"
        className={field}
        value={asked("sort")}
        onChange={(event) => set("sort", event.target.value)}
      >
        {sorts.map(([value, name]) => (
          <option key={value} value={value}>
            {name}
          </option>
        ))}
      </select>
    </div>
  );
}
