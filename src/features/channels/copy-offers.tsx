"use client";

import { useState } from "react";
import type { Change } from "@/core/setup/inverse";
import type { Channel, Offer } from "@/core/setup/offer";
import { copyChanges, type CopyHow } from "./copied-offers";

interface Props {
  readonly channel: Channel;
  readonly channels: readonly Channel[];
  readonly offers: readonly Offer[];
  readonly onCopy: (changes: readonly Change[]) => void;
}

/** Offers of another channel that this one lacks: the same ones, or copies with prices of their own. */
export function CopyOffers({ channel, channels, offers, onCopy }: Props) {
  const [from, setFrom] = useState("");
  const others = channels.filter(({ code }) => code !== channel.code);
  if (others.length === 0) return null;
  const copy = (how: CopyHow) => {
    onCopy(copyChanges(offers, from, channel.code, how));
    setFrom("");
  };
  const count = from === "" ? 0 : copyChanges(offers, from, channel.code, "same").length;
  const what = `${count} ${count === 1 ? "offer" : "offers"}`;
  return (
    <span className="inline-flex flex-wrap items-center gap-2">
      <select
        aria-label="Copy the offers of another channel"
        className="control h-7 px-1 text-soft"
        value={from}
        onChange={(event) => setFrom(event.target.value)}
      >
        <option value="">copy those of …</option>
        {others.map(({ code, name }) => (
          <option key={code} value={code}>
            {name}
          </option>
        ))}
      </select>
      {from !== "" &&
        (count === 0 ? (
          <span className="text-soft">It has none that is missing here.</span>
        ) : (
          <>
            <button type="button" className="link" onClick={() => copy("same")}>
              Give the same {what} here
            </button>
            <button type="button" className="link" onClick={() => copy("copies")}>
              Make copies, to be changed by themselves
            </button>
          </>
        ))}
    </span>
  );
}
