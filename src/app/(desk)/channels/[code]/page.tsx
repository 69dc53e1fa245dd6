import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { ChannelPage } from "@/features/channels";
import { handlingOf } from "@/features/channels/handling-of";
import { DeskRuleFields } from "@/features/desk-rules";
import { loadDeskRule } from "@/features/desk-rules/load";
import { loadDraft } from "@/features/draft/load";
import { noticesFor } from "@/features/draft/notice";
import { OffersSide } from "@/features/offers";
import { loadTry } from "@/features/try/load";
import type { TryQuery } from "@/features/try/tried-request";
import { TwoPanes } from "@/ui/parts/two-panes";

export const metadata: Metadata = { title: "Channels" };

interface Props {
  readonly params: Promise<{ code: string }>;
  readonly searchParams: Promise<Omit<TryQuery, "channel">>;
}

export default async function Channel({ params, searchParams }: Props) {
  const code = decodeURIComponent((await params).code);
  const query = await searchParams;
  const { setup, findings } = await loadDraft();
  const channel = setup?.channels.find((entry) => entry.code === code);
  if (!setup || !channel) notFound();
  const view = await loadTry({ ...query, channel: code });
  const rule = await loadDeskRule(code);
  const { homeCurrency } = setup.business;
  return (
    <TwoPanes
      side={
        <OffersSide
          channels={setup.channels}
          offers={setup.offers}
          current={undefined}
          channel={code}
          homeCurrency={homeCurrency}
          services={setup.services.map(({ code: of, active }) => ({ code: of, active }))}
        />
      }
    >
      <ChannelPage
        key={`${code} ${JSON.stringify(query)}`}
        channel={channel}
        channels={setup.channels}
        offers={setup.offers}
        homeCurrency={homeCurrency}
        handling={handlingOf(setup, code)}
        notices={noticesFor(findings, `channels/${code}`)}
        preview={{
          problems: view?.problems ?? [],
          quote: view?.quote,
          home: setup.business.country,
        }}
        query={query}
        deskRule={<DeskRuleFields channel={code} currency={channel.currency} {...rule} />}
      />
    </TwoPanes>
  );
}
