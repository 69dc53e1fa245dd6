"use client";

import { useState } from "react";
import { OffersTable, WorkingView } from "@/features/quotes";
import { Button } from "@/ui/parts/button";
import { PageHead } from "@/ui/parts/page-head";
import type { TryQuery, TryView } from "./load";

/** Goods and a place, typed: what would be offered today, at what charge, and how it came about. Nothing is stored. */
export function TryPage({ view, query }: { readonly view: TryView; readonly query: TryQuery }) {
  const [chosen, setChosen] = useState<string>();
  const { quote } = view;
  const offer = quote?.offers.find((one) => one.offer === chosen) ?? quote?.offers[0];
  const field = "control mt-0.5 block h-8 px-2";
  return (
    <div className="px-[18px] py-4">
      <PageHead above="Offers" title="Try an order" />
      <form method="get" className="mb-3 flex flex-wrap items-end gap-3" aria-label="What and where to">
        <label>
          Channel
          <select name="channel" defaultValue={view.channel} className={field}>
            {view.channels.map((channel) => (
              <option key={channel.value} value={channel.value}>
                {channel.name}
              </option>
            ))}
          </select>
        </label>
        <label>
          Goods
          <input
            name="goods"
            className={`${field} w-72`}
            placeholder="2 HIVE-10, or 2 × 1.5 kg at 20"
            defaultValue={query.goods ?? ""}
          />
        </label>
        <label>
          Country
          <input
            name="country"
            className={`${field} w-16`}
            maxLength={2}
            defaultValue={query.country ?? view.home}
          />
        </label>
        <label>
          Postcode
          <input
            name="postcode"
            className={`${field} w-28`}
            maxLength={20}
            defaultValue={query.postcode ?? ""}
          />
        </label>
        <Button type="submit" kind="main">
          Rate it
        </Button>
      </form>
      {view.problems.map((problem) => (
        <p key={problem} role="alert" className="mb-1 text-loss">
          {problem}
        </p>
      ))}
      {query.goods === undefined && (
        <p className="max-w-[46rem] text-soft">
          Goods by their number in the catalogue, or by weight, size and price: “3 × 1.5 kg 30x20x10 cm at
          12.00”. Nothing is stored.
        </p>
      )}
      {quote && (
        <OffersTable
          view={view}
          chosen={offer?.offer}
          mayApply={false}
          onChoose={setChosen}
          onApply={() => undefined}
        />
      )}
      {offer && <WorkingView offer={offer} view={view} aside={offer.name} />}
    </div>
  );
}
