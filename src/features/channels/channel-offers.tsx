"use client";

import { X } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import type { Change } from "@/core/setup/inverse";
import { moveChanges } from "@/core/setup/list-moves";
import { orderOffers } from "@/core/setup/offer-order";
import type { Channel, Offer } from "@/core/setup/offer";
import { joinPath, type Json } from "@/core/setup/path";
import { useDraft } from "@/features/draft";
import { movedTo } from "@/features/edits";
import { planWords } from "@/features/offers";
import { list } from "@/messages/figures";
import { AddSelect } from "@/ui/parts/add-select";
import { IconButton } from "@/ui/parts/icon-button";
import { SortableList } from "@/ui/parts/sortable-list";
import { CopyOffers } from "./copy-offers";
import { Trouble } from "@/ui/parts/trouble";

interface Props {
  readonly channel: Channel;
  readonly channels: readonly Channel[];
  readonly offers: readonly Offer[];
  readonly homeCurrency: string;
}

/** The channel's offers in the order buyers see them: dragged or moved by the arrows; others given here too, or copied. */
export function ChannelOffers({ channel, channels, offers, homeCurrency }: Props) {
  const { mayEdit, commit } = useDraft();
  const [trouble, setTrouble] = useState<string>();
  const [told, setTold] = useState<string>();
  const own = offers.filter((offer) => offer.channels.includes(channel.code));
  const store = async (changes: readonly Change[], note?: string) => {
    const answer = await commit(changes);
    setTrouble(answer.ok ? undefined : answer.text);
    setTold(answer.ok ? note : undefined);
  };
  const nameOf = (code: string) => channels.find((one) => one.code === code)?.name ?? code;
  const move = (from: number, to: number) => {
    const wanted = movedTo(
      own.map(({ code }) => code),
      from,
      to,
    );
    const { order, alsoChanged } = orderOffers(offers, channel.code, wanted);
    const changes = moveChanges(
      offers.map((offer) => ({ key: offer.code, value: offer as unknown as Json })),
      order,
      (code) => joinPath("offers", code),
    );
    void store(
      changes,
      alsoChanged.length > 0
        ? `In ${list(alsoChanged.map(nameOf))} the order changed too: they share these offers.`
        : undefined,
    );
  };
  const give = (offer: Offer, to: readonly string[]) =>
    store([{ path: joinPath("offers", offer.code, "channels"), from: offer.channels, to }]);
  const left = offers.filter((offer) => !offer.channels.includes(channel.code));
  return (
    <>
      {own.length === 0 && <p className="text-loss">No offer: buyers here can choose nothing.</p>}
      <SortableList
        label="Offers in the order buyers see them"
        mayMove={mayEdit}
        onMove={move}
        className="rounded-md border border-hairline bg-sheet"
        entries={own.map((offer, i) => ({
          key: offer.code,
          name: offer.name,
          className: "border-b border-hairline last:border-0",
          content: (
            <div className="flex items-center gap-2 px-2 py-0.5">
              <span className="w-5 text-right text-soft">{i + 1}</span>
              <Link
                prefetch={false}
                className={`link ${offer.active ? "" : "line-through"}`}
                href={`/offers/${encodeURIComponent(offer.code)}`}
              >
                {offer.name}
              </Link>
              <span className="narrow min-w-0 truncate text-soft">
                {offer.active ? planWords(offer, homeCurrency) : "switched off"}
              </span>
              {mayEdit && (
                <IconButton
                  icon={X}
                  className="ml-auto text-soft hover:text-ink"
                  label={`Remove ${offer.name} from this channel`}
                  onClick={() =>
                    void give(
                      offer,
                      offer.channels.filter((code) => code !== channel.code),
                    )
                  }
                />
              )}
            </div>
          ),
        }))}
      />
      {told !== undefined && (
        <p role="status" className="mt-1 border-l-4 border-l-sign pl-2">
          {told}
        </p>
      )}
      <Trouble text={trouble} />
      {mayEdit && (
        <div className="mt-1.5 flex flex-wrap items-center gap-2">
          {left.length > 0 && (
            <AddSelect
              label="Add an offer to this channel"
              words="add an offer …"
              options={left.map(({ code, name }) => ({ value: code, name }))}
              onAdd={(code) => {
                const offer = offers.find((one) => one.code === code);
                if (offer) void give(offer, [...offer.channels, channel.code]);
              }}
            />
          )}
          <CopyOffers
            channel={channel}
            channels={channels}
            offers={offers}
            onCopy={(changes) => void store(changes)}
          />
        </div>
      )}
    </>
  );
}
