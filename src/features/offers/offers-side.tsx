"use client";

import Link from "next/link";
import type { Channel, Offer } from "@/core/setup/offer";
import { AddMember } from "@/features/draft";
import { SideList } from "@/ui/parts/side-list";
import { planWords } from "./offer-words";

interface Props {
  readonly channels: readonly Channel[];
  readonly offers: readonly Offer[];
  readonly current: string | undefined;
  readonly homeCurrency: string;
}

/** Each channel's offers in the order customers see them. */
export function OffersSide({ channels, offers, current, homeCurrency }: Props) {
  const loose = offers.filter(
    (offer) => !offer.channels.some((code) => channels.some((channel) => channel.code === code)),
  );
  const groups = [
    ...channels.map((channel) => ({
      key: channel.code,
      name: channel.name,
      list: offers.filter((offer) => offer.channels.includes(channel.code)),
    })),
    { key: "", name: "In no channel", list: loose },
  ];
  return (
    <>
      {groups
        .filter((group) => group.list.length > 0)
        .map((group) => (
          <div key={group.key}>
            <h2 className="border-b border-hairline px-[15px] pt-3 pb-1 text-soft">{group.name}</h2>
            <SideList
              label={`Offers: ${group.name}`}
              current={current}
              empty=""
              entries={group.list.map((offer) => ({
                key: offer.code,
                href: `/offers/${encodeURIComponent(offer.code)}`,
                title: offer.name,
                mark: offer.active ? undefined : "off",
                sub: planWords(offer, homeCurrency),
                faded: !offer.active,
              }))}
            />
          </div>
        ))}
      {offers.length === 0 && (
        <p className="px-4 py-6 text-soft">No offer yet: customers can choose nothing.</p>
      )}
      <AddMember
        what="an offer"
        list="offers"
        home="/offers"
        taken={offers.map((offer) => offer.code)}
        template={(code, name) => ({
          code,
          name,
          channels: channels.slice(0, 1).map((channel) => channel.code),
          services: [],
          pick: "cheapest",
          acrossOrigins: "any",
          plan: { kind: "costPlus" },
          chargeType: "freight",
          active: true,
        })}
      />
      <p className="px-3 pb-3">
        <Link prefetch={false} className="link" href="/offers/try">
          Try an order
        </Link>
      </p>
    </>
  );
}
