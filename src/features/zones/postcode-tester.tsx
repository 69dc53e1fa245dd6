"use client";

import { useEffect, useState } from "react";
import type { ZoneChart } from "@/core/setup/zone-chart";
import { entryText } from "@/core/zones/compiled-chart";
import { normalisePostcode } from "@/core/zones/postcode";
import { ZoneIndex } from "@/core/zones/zone-index";
import { countryOf } from "@/messages/country-name";

/** Where does this postcode fall? The entry that wins, and those that hold it too and lose. */
export function PostcodeTester({ chart }: { readonly chart: ZoneChart }) {
  const [country, setCountry] = useState("");
  const [postcode, setPostcode] = useState("");
  const code = countryOf(country.trim());
  const asked = code !== undefined;
  const index = useIndex(chart);
  const place = { country: code ?? "", postcode: normalisePostcode(postcode) };
  const matches = asked ? (index?.all(place) ?? []) : [];
  const names = new Map(chart.zones.map((zone) => [zone.code, zone.name]));
  const words = (at: number) => {
    const entry = chart.entries[at];
    return entry ? entryText(entry) : "";
  };
  const [winner, ...losers] = matches;
  const field = "control ml-1.5 h-7 px-1.5";
  return (
    <section aria-label="Try a postcode" className="sheet px-3 py-2">
      <h2 className="mb-1.5">Where does it fall?</h2>
      <div className="flex flex-wrap gap-3">
        <label>
          Country
          <input
            className={`${field} w-28`}
            value={country}
            maxLength={60}
            onChange={(event) => setCountry(event.target.value)}
            placeholder="SE"
          />
        </label>
        <label>
          Postcode
          <input
            className={`${field} w-28`}
            value={postcode}
            maxLength={20}
            onChange={(event) => setPostcode(event.target.value)}
            placeholder="621 45"
          />
        </label>
      </div>
      <p className="mt-2 min-h-5" aria-live="polite">
        {!asked && (
          <span className="text-soft">
            A country by its name or two letters, and a postcode if there is one.
          </span>
        )}
        {asked && index && !winner && (
          <span className="text-loss">No entry holds it: in no zone of this chart.</span>
        )}
        {winner && (
          <>
            <span className="rounded-sm bg-sign px-1.5 py-0.5 font-semibold text-on-sign">
              {winner.zone === null ? "not served" : `Zone ${winner.zone}, ${names.get(winner.zone) ?? ""}`}
            </span>{" "}
            by {words(winner.entry)}
          </>
        )}
      </p>
      {losers.map((loser) => (
        <p key={loser.entry} className="text-soft">
          beats {words(loser.entry)} <span aria-hidden>→</span>{" "}
          {loser.zone === null ? "not served" : `zone ${loser.zone}`}
        </p>
      ))}
    </section>
  );
}

const SETTLED_MS = 250;

/** The chart's index, made once the page has settled: 50,000 entries take a moment, and an answer then takes none. */
function useIndex(chart: ZoneChart): ZoneIndex | undefined {
  const [made, setMade] = useState<{ readonly of: ZoneChart; readonly index: ZoneIndex }>();
  useEffect(() => {
    const timer = setTimeout(() => {
      const index = new ZoneIndex(chart);
      for (const country of new Set(chart.entries.map((entry) => entry.country)))
        index.find({ country, postcode: "" });
      setMade({ of: chart, index });
    }, SETTLED_MS);
    return () => clearTimeout(timer);
  }, [chart]);
  // until the new one is there the old chart's answers would be wrong
  return made?.of === chart ? made.index : undefined;
}
