"use client";

import Link from "next/link";
import { useState } from "react";
import type { OfferPair } from "@/core/bench/compare-quotes";
import { PairsTable, WorkingView, type OfferView } from "@/features/quotes";
import { problemSentence } from "@/messages/problem-sentence";
import { PageHead } from "@/ui/parts/page-head";
import type { OrderSide, OrderUnderBoth } from "./load";

/** One order by what is live and by the draft, with both workings beside each other. */
export function OrderBothPage({ both }: { readonly both: OrderUnderBoth }) {
  const { order, revision, offers, live, draft, applied, currency, includesTax } = both;
  const [offer, setOffer] = useState(() => firstLookedAt(offers, applied));
  const changed = offers.filter(({ isChanged }) => isChanged).length;
  return (
    <div className="px-[18px] py-4">
      <PageHead
        above={
          <>
            <Link prefetch={false} className="link" href="/gate">
              Gate
            </Link>
            {" · "}
            <Link prefetch={false} className="link" href={`/orders/${encodeURIComponent(order.number)}`}>
              Order {order.number}
            </Link>
          </>
        }
        title={`${order.number} by what is live and by the draft`}
      />
      {offers.length > 0 && (
        <>
          <p className="pb-2">
            <Place {...both} />.{" "}
            {changed === 0
              ? "The draft gives it nothing else than what is live."
              : `The draft changes ${changed} of its ${offers.length} offers.`}
          </p>
          <PairsTable
            label="Offers of the order"
            pairs={offers}
            sides={[`Revision ${revision}`, "Draft"]}
            offer={offer}
            onPick={setOffer}
            currency={currency}
            includesTax={includesTax}
            noteOf={(code) => (code === applied ? "is charged" : undefined)}
            showsBefore
          />
        </>
      )}
      <div className="mt-3 grid items-start gap-3 xl:grid-cols-2">
        <Side name={`Revision ${revision}, live`} side={live} other={undefined} offer={offer} both={both} />
        <Side name="Draft" side={draft} other={live} offer={offer} both={both} />
      </div>
    </div>
  );
}

/** What is charged, else the first that changes, else the first. */
function firstLookedAt(offers: readonly OfferPair[], applied: string | undefined): string | undefined {
  const own = offers.find(({ offer }) => offer === applied);
  return (own ?? offers.find(({ isChanged }) => isChanged) ?? offers[0])?.offer;
}

function Place({ order, channelName, placed, where }: OrderUnderBoth) {
  const who = order.customerName === "" ? "" : `${order.customerName}, `;
  return (
    <>
      {who}
      {where}, placed {placed}, {channelName}
    </>
  );
}

interface SideProps {
  readonly name: string;
  readonly side: OrderSide;
  /** What its steps are held against; the steps that are not there are marked. */
  readonly other: OrderSide | undefined;
  readonly offer: string | undefined;
  readonly both: OrderUnderBoth;
}

/** How the chosen offer's figure comes about on one side, or how far it came. */
function Side({ name, side, other, offer, both }: SideProps) {
  const { currency, includesTax, originNames, serviceNames, revision, steps } = both;
  if ("problems" in side)
    return (
      <section aria-label={name} className="sheet px-3 py-2">
        <h2>{name}</h2>
        <p role="alert" className="text-loss">
          {side.problems.map((problem) => problemSentence(problem)).join(" ")}
        </p>
      </section>
    );
  const given = side.quote.offers.find((one) => one.offer === offer);
  const withheld = side.quote.withheld.find((one) => one.offer === offer);
  if (given)
    return (
      <section aria-label={name} className="min-w-0">
        <WorkingView
          offer={given}
          view={{ currency, includesTax, originNames, serviceNames }}
          aside={name}
          of={name}
          before={other && stepsOf(other, offer)}
          draft={other ? undefined : steps[given.offer]}
          revision={other ? undefined : revision}
        />
      </section>
    );
  return (
    <section aria-label={name} className="sheet px-3 py-2">
      <h2>{name}</h2>
      <p>{withheld ? `Withheld: ${withheld.text}` : "The channel does not have this offer."}</p>
      {withheld?.because.map(({ service, origin, text }) => (
        <p key={`${service} ${origin}`} className="text-soft">
          {serviceNames[service] ?? service} from {originNames[origin] ?? origin}: {text}
        </p>
      ))}
    </section>
  );
}

/** The steps an offer has on a side; none where it is not given there, so that all of the other's are new. */
function stepsOf(side: OrderSide, offer: string | undefined): NonNullable<OfferView["working"]> {
  if ("problems" in side) return [];
  return side.quote.offers.find((one) => one.offer === offer)?.working ?? [];
}
