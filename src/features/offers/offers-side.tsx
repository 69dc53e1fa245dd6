"use client";

import Link from "next/link";
import type { Channel, Offer } from "@/core/setup/offer";
import { figureText, useBench } from "@/features/bench";
import { AddMember } from "@/features/draft";
import { suspendedMark, useSuspended } from "@/features/suspensions";
import { useListSearch } from "@/ui/parts/list-search";
import { SideList } from "@/ui/parts/side-list";
import { classNames } from "@/ui/class-names";
import { newOffer } from "./new-offer";
import { planWords } from "./offer-words";

interface Props {
  readonly channels: readonly Channel[];
  readonly offers: readonly Offer[];
  readonly current: string | undefined;
  /** The channel whose own page is shown. */
  readonly channel?: string;
  readonly homeCurrency: string;
  readonly services: readonly { readonly code: string; readonly active: boolean }[];
}

/** Each channel's offers in the order customers see them. */
export function OffersSide({ channels, offers, current, channel: shown, homeCurrency, services }: Props) {
  const { trial, row } = useBench();
  const suspended = useSuspended();
  const search = useListSearch("Search offers", offers.length);
  const found = offers.filter(({ code, name }) => search.holds(`${code} ${name}`));
  const figures = new Map(
    row && "offers" in row
      ? row.offers.map((pair) => [pair.offer, withCurrency(figureText(pair.after), row.currency)])
      : [],
  );
  const loose = found.filter(
    (offer) => !offer.channels.some((code) => channels.some((channel) => channel.code === code)),
  );
  const groups = [
    ...channels.map((channel) => ({
      key: channel.code,
      name: channel.name,
      list: found.filter((offer) => offer.channels.includes(channel.code)),
    })),
    { key: "", name: "In no channel", list: loose },
  ];
  return (
    <>
      {search.field}
      {groups
        .filter((group) => group.list.length > 0 || (group.key !== "" && search.text === ""))
        .map((group) => (
          <div key={group.key}>
            <h2
              className={classNames(
                "border-b border-l-4 border-hairline px-[11px] pt-3 pb-1",
                shown !== undefined && group.key === shown
                  ? "border-l-sign bg-wash"
                  : "border-l-transparent text-soft",
              )}
            >
              {trial?.request.channel === group.key && group.list.length > 0 && (
                <span
                  className="narrow float-right max-w-[120px] truncate font-normal"
                  title={`The open trial: ${trial.name}`}
                >
                  {trial.name}
                </span>
              )}
              {group.key === "" ? (
                group.name
              ) : (
                <Link
                  prefetch={false}
                  className="hover:text-ink hover:underline"
                  aria-current={group.key === shown ? "page" : undefined}
                  href={`/channels/${encodeURIComponent(group.key)}`}
                >
                  {group.name}
                </Link>
              )}
            </h2>
            <SideList
              label={`Offers: ${group.name}`}
              current={current}
              empty=""
              entries={group.list.map((offer) => ({
                key: offer.code,
                href: search.carry(`/offers/${encodeURIComponent(offer.code)}`),
                title: offer.name,
                mark: offer.active ? suspendedMark(suspended("offer", offer.code)) : "off",
                sub: planWords(offer, homeCurrency),
                figure: trial?.request.channel === group.key ? figures.get(offer.code) : undefined,
                faded: !offer.active,
              }))}
            />
          </div>
        ))}
      {offers.length > 0 && found.length === 0 && (
        <p className="px-4 py-6 text-soft">{`None is called “${search.text}”.`}</p>
      )}
      {offers.length === 0 && (
        <p className="px-4 py-6 text-soft">No offer yet: customers can choose nothing.</p>
      )}
      <AddMember
        what="an offer"
        list="offers"
        home="/offers"
        taken={offers.map((offer) => offer.code)}
        template={(code, name) => {
          const offer = offers.find((one) => one.code === current);
          return newOffer(code, name, { channels, shown, offer, homeCurrency, services });
        }}
      />
      <AddMember
        what="a channel"
        list="channels"
        home="/channels"
        taken={channels.map((channel) => channel.code)}
        template={(code, name) => ({
          code,
          name,
          currency: homeCurrency,
          pricesIncludeTax: true,
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

/** A figure with its currency; words stay words. */
function withCurrency(text: string, currency: string): string {
  return /^\d/.test(text) ? `${text} ${currency}` : text;
}
