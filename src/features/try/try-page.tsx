"use client";

import { useEffect, useState } from "react";
import { OffersTable, WorkingView } from "@/features/quotes";
import { PageHead } from "@/ui/parts/page-head";
import { useTried } from "@/ui/use-tried";
import type { TryView } from "./load";
import { TryForm } from "./try-form";
import type { TryQuery } from "./tried-request";

/** Goods and a place, typed: what would be offered today, at what charge, and how it came about. Nothing is stored. */
export function TryPage({ view, query }: { readonly view: TryView; readonly query: TryQuery }) {
  const [chosen, setChosen] = useState<string>();
  const { quote } = view;
  const offer = quote?.offers.find((one) => one.offer === chosen) ?? quote?.offers[0];
  const [isTried, keepTried] = useTried();
  const hasOffer = offer !== undefined;
  useEffect(() => {
    if (hasOffer && !isTried) keepTried();
  }, [hasOffer, isTried, keepTried]);
  return (
    <div className="px-[18px] py-4">
      <PageHead above="Offers" title="Try an order" />
      <TryForm view={view} query={query} />
      {view.problems.map((problem) => (
        <p key={problem} role="alert" className="mb-1 text-loss">
          {problem}
        </p>
      ))}
      {query.goods === undefined && (
        <p className="max-w-[46rem] text-soft">
          Goods by their number in the catalogue, or by weight and size: “3 × 1.5 kg 30x20x10 cm”. After each
          may stand its price “at 12.00”, a discount of the line “less 3.00”, “tax 9 %”, the class of unknown
          goods “class frail”, and where it leaves from: “from {view.origin}”. Nothing is stored.
        </p>
      )}
      {view.read.length > 0 && (
        <p aria-label="How it was read" className="mb-2">
          <span className="text-soft">Read as</span> {view.read.join(" · ")}
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
