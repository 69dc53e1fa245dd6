"use client";

import type { ReactNode } from "react";
import type { Channel, Offer } from "@/core/setup/offer";
import { joinPath } from "@/core/setup/path";
import {
  DraftPick,
  DraftChoice,
  DraftSwitch,
  DraftText,
  FindingsNote,
  MemberHead,
  useDraft,
  type Notice,
} from "@/features/draft";
import { currencies } from "@/messages/pickables";
import { ChoiceField } from "@/ui/fields/choice-field";
import { Section } from "@/ui/parts/section";
import { BuyerPreview } from "./buyer-preview";
import { ChannelOffers } from "./channel-offers";
import { HandlingTable, type Handling } from "./handling-table";
import type { Preview, PreviewQuery } from "./preview";

interface Props {
  readonly channel: Channel;
  readonly channels: readonly Channel[];
  /** All of the setup, in their order. */
  readonly offers: readonly Offer[];
  readonly homeCurrency: string;
  readonly handling: readonly Handling[];
  readonly notices: readonly Notice[];
  readonly preview: Preview;
  readonly query: PreviewQuery;
  /** How its orders are charged many at once. */
  readonly deskRule: ReactNode;
}

const taxes = [
  { value: "true", name: "with tax: charges are gross, the net is taken out" },
  { value: "false", name: "without tax: charges are net, the tax is added" },
];
const whenFree = [
  { value: "listAll", name: "all others are listed too" },
  { value: "dropSlowerOrEqual", name: "those that cost more and are no faster are left out" },
];

/** A channel: its money, its offers in the order buyers see them, and what a buyer there sees for any basket. */
export function ChannelPage(props: Props) {
  const { channel, channels, offers, homeCurrency, notices } = props;
  const path = joinPath("channels", channel.code);
  return (
    <div className="grid items-start gap-4 xl:grid-cols-[minmax(0,1fr)_340px]">
      <div className="min-w-0">
        <MemberHead
          list="channels"
          member={channel}
          value={channel}
          what="Channel"
          about={`${channel.currency}, prices ${channel.pricesIncludeTax ? "with" : "without"} tax`}
          page="/channels"
          home="/offers"
        />
        <FindingsNote notices={notices} />
        <Section name="Offers">
          <ChannelOffers channel={channel} channels={channels} offers={offers} homeCurrency={homeCurrency} />
        </Section>
        <Section name="Chosen at first">
          <Preselect channel={channel} offers={offers} path={`${path}/preselect`} />
        </Section>
        <Section name="When one is free">
          <DraftChoice
            label="Then"
            path={`${path}/whenFree`}
            value={channel.whenFree ?? "listAll"}
            options={whenFree}
          />
        </Section>
        <Section name="Charging orders">{props.deskRule}</Section>
        <Section name="Money">
          <DraftPick
            label="Currency"
            path={`${path}/currency`}
            value={channel.currency}
            options={currencies}
          />
          <DraftSwitch
            label="Prices are"
            path={`${path}/pricesIncludeTax`}
            value={channel.pricesIncludeTax}
            names={taxes}
          />
          {channel.currency !== homeCurrency && (
            <p className="text-soft">
              Amounts of plans and conditions are in {homeCurrency} and converted by the exchange rates.
            </p>
          )}
        </Section>
        <Section name="Promise">
          <HandlingTable handling={props.handling} />
        </Section>
        <Section name="Name">
          <DraftText label="Name" path={`${path}/name`} value={channel.name} />
          <DraftSwitch label="In use" path={`${path}/active`} value={channel.active} />
        </Section>
      </div>
      <BuyerPreview channel={channel} preview={props.preview} query={props.query} />
    </div>
  );
}

function Preselect({
  channel,
  offers,
  path,
}: {
  readonly channel: Channel;
  readonly offers: readonly Offer[];
  readonly path: string;
}) {
  const { mayEdit, commit } = useDraft();
  const own = offers.filter((offer) => offer.channels.includes(channel.code));
  const options = [
    { value: "", name: "the first listed" },
    { value: "cheapest", name: "the cheapest" },
    { value: "fastest", name: "the fastest" },
    ...own.map(({ code, name }) => ({ value: code, name: `always ${name}, where it is given` })),
  ];
  const current = channel.preselect === "first" ? "" : (channel.preselect ?? "");
  return (
    <ChoiceField
      label="The buyer finds"
      path={path}
      value={current}
      options={options}
      readOnly={!mayEdit}
      onCommit={async (to) => {
        const answer = await commit([
          {
            path,
            ...(channel.preselect === undefined ? {} : { from: channel.preselect }),
            ...(to === "" ? {} : { to }),
          },
        ]);
        return answer.ok
          ? { ok: true }
          : { ok: false, text: answer.problems[0]?.text ?? "Not stored. Try again." };
      }}
    />
  );
}
