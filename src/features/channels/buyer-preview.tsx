import { chargeOn, preselected } from "@/core/quote/charge-basis";
import type { Channel } from "@/core/setup/offer";
import { promiseWords, ReasonLink } from "@/features/quotes";
import { Button } from "@/ui/parts/button";
import type { Preview, PreviewQuery } from "./preview";

interface Props {
  readonly channel: Channel;
  readonly preview: Preview;
  readonly query: PreviewQuery;
}

/** What a buyer in the channel is shown for a basket: names, texts, dates and charges in their order, and nothing else. */
export function BuyerPreview({ channel, preview, query }: Props) {
  const { quote, problems } = preview;
  const field = "control mt-0.5 block h-7 w-full px-1.5";
  return (
    <section aria-label="What a buyer sees" className="sheet px-3.5 py-3">
      <h2>What a buyer sees</h2>
      <form method="get" className="mt-1.5 grid grid-cols-2 gap-2" aria-label="Basket and address">
        <label className="col-span-2">
          Basket
          <input
            name="goods"
            className={field}
            defaultValue={query.goods ?? ""}
            placeholder="2 HIVE-10, 1 SMOKER"
          />
        </label>
        <label>
          Country
          <input
            name="country"
            className={field}
            maxLength={2}
            defaultValue={query.country ?? preview.home}
          />
        </label>
        <label>
          Postcode
          <input name="postcode" className={field} maxLength={20} defaultValue={query.postcode ?? ""} />
        </label>
        <label>
          Customer group
          <input
            name="group"
            className={field}
            maxLength={100}
            defaultValue={query.group ?? ""}
            placeholder="none"
          />
        </label>
        <label>
          Coupon
          <input
            name="coupon"
            className={field}
            maxLength={100}
            defaultValue={query.coupon ?? ""}
            placeholder="none"
          />
        </label>
        <Button type="submit" className="col-span-2 justify-center">
          Show it
        </Button>
      </form>
      {problems.map((problem) => (
        <p key={problem} role="alert" className="mt-1 text-loss">
          {problem}
        </p>
      ))}
      {quote && <Options channel={channel} quote={quote} />}
    </section>
  );
}

function Options({
  channel,
  quote,
}: {
  readonly channel: Channel;
  readonly quote: NonNullable<Preview["quote"]>;
}) {
  const first = preselected(channel, quote.offers)?.offer;
  return (
    <>
      <ul aria-label="Ways of delivery" className="mt-3 rounded-md border border-hairline">
        {quote.offers.map((offer) => (
          <li
            key={offer.offer}
            aria-current={offer.offer === first ? "true" : undefined}
            className="flex items-start gap-2 border-b border-hairline px-2.5 py-2 last:border-0"
          >
            <span
              aria-hidden
              className={`mt-1 size-3 shrink-0 rounded-full border-2 border-ink ${offer.offer === first ? "bg-ink" : ""}`}
            />
            <span className="min-w-0 flex-1">
              <b>{offer.name}</b>
              <span className="block text-soft">{promiseWords(offer)}</span>
              {offer.freeFrom && (
                <span className="block text-soft">
                  {offer.freeFrom.missing} {quote.currency} more, and it is free
                </span>
              )}
            </span>
            <span className="font-semibold">
              {offer.free ? "free" : `${chargeOn(channel, offer)} ${quote.currency}`}
            </span>
          </li>
        ))}
        {quote.offers.length === 0 && (
          <li className="px-2.5 py-2 font-semibold text-loss">No way of delivery.</li>
        )}
      </ul>
      <p className="mt-1 text-xs text-soft">
        {channel.pricesIncludeTax ? "With tax" : "Without tax"}, ordered now. The figures are those a shop
        gets by the quote API.
      </p>
      {quote.withheld.length > 0 && (
        <details className="mt-2">
          <summary className="cursor-default text-soft">
            {quote.withheld.length} the buyer does not see
          </summary>
          <ul className="mt-1">
            {quote.withheld.map((offer) => (
              <li key={offer.offer} className="py-px text-soft">
                {offer.name}:{" "}
                <ReasonLink
                  text={offer.because[0]?.text ?? offer.text}
                  source={offer.because[0]?.source ?? offer.source}
                />
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}
