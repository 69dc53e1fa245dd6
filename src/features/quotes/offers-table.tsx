"use client";

import { list } from "@/messages/figures";
import { skuText } from "@/messages/sku-text";
import type { WordedQuote } from "@/messages/word-quote";
import { classNames } from "@/ui/class-names";
import { Key } from "@/ui/parts/key";
import type { OfferView, QuoteNames } from "./quote-view";
import { promiseWords } from "./promise-words";
import { ReasonLink } from "./reason-link";

/** What of an order, or of goods that are only tried, the table shows. */
type Shown = QuoteNames & {
  readonly quote: WordedQuote | undefined;
  readonly currency: string;
  readonly applied?: { readonly offer: { readonly offer: string } } | undefined;
  /** What the buyer chose. */
  readonly wish?: { readonly offer: string } | undefined;
};

interface Props {
  readonly view: Shown;
  readonly chosen: string | undefined;
  readonly mayApply: boolean;
  readonly onChoose: (offer: string) => void;
  readonly onApply: (offer: string) => void;
  /** Whether `a` applies the chosen one here. */
  readonly hasKeys?: boolean;
}

const BAR = 48;

/** The offers side by side: what they cost us, what we charge, what we keep; under them those withheld, and why. */
export function OffersTable({ view, chosen, mayApply, onChoose, onApply, hasKeys = true }: Props) {
  const { quote, currency, applied } = view;
  if (!quote) return null;
  const widest = Math.max(1, ...quote.offers.map((offer) => Math.abs(Number(offer.margin))));
  return (
    <section aria-label="Offers for this order" className="@container sheet relative mb-3 overflow-x-auto">
      <table className="w-full border-collapse">
        <thead className="narrow text-left text-xs text-soft">
          <tr className="border-b border-hairline [&>th]:px-2 [&>th]:py-1.5 [&>th]:font-normal">
            <th>Offers for this order</th>
            <th className="hidden @min-[42rem]:table-cell">From</th>
            <th className="hidden @min-[42rem]:table-cell">Service</th>
            <th className="hidden @min-[42rem]:table-cell">Promise</th>
            <th className="text-right whitespace-nowrap">We pay, {currency}</th>
            <th className="text-right whitespace-nowrap">Charge ex tax</th>
            <th className="hidden text-right whitespace-nowrap @min-[42rem]:table-cell">With tax</th>
            <th className="text-right">Margin</th>
            {/* what is drawn gives way first: the last column is what the table is for */}
            <th className="hidden @min-[50rem]:table-cell">
              <span className="sr-only">Margin, drawn</span>
            </th>
            <th>
              <span className="sr-only">Apply</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {quote.offers.map((offer) => (
            <OfferRow
              key={offer.offer}
              offer={offer}
              view={view}
              widest={widest}
              chosen={offer.offer === chosen}
              applied={applied?.offer.offer === offer.offer}
              mayApply={mayApply}
              hasKeys={hasKeys}
              onChoose={() => onChoose(offer.offer)}
              onApply={() => onApply(offer.offer)}
            />
          ))}
          {quote.offers.length === 0 && (
            <tr>
              <td colSpan={10} className="px-3 py-3">
                <span className="font-semibold text-loss">Nothing can be offered.</span>{" "}
                {quote.reason === "nothing-to-ship"
                  ? "No line of this order ships."
                  : "Each offer says below what keeps it back."}
              </td>
            </tr>
          )}
        </tbody>
      </table>
      {quote.warnings.map((warning) => (
        <p key={warning.code} className="border-t border-hairline border-l-4 border-l-sign px-2 py-1.5">
          {warning.code === "weight-missing" ? "No weight" : "No size"} for {list(warning.skus.map(skuText))}:
          whatever needs one is withheld.
        </p>
      ))}
      <FreeHints view={view} />
      {quote.withheld.length > 0 && <Withheld view={view} />}
    </section>
  );
}

interface RowProps {
  readonly offer: OfferView;
  readonly view: Shown;
  readonly widest: number;
  readonly chosen: boolean;
  readonly applied: boolean;
  readonly mayApply: boolean;
  readonly hasKeys: boolean;
  readonly onChoose: () => void;
  readonly onApply: () => void;
}

function OfferRow({ offer, view, widest, chosen, applied, mayApply, hasKeys, onChoose, onApply }: RowProps) {
  const loss = offer.margin.startsWith("-");
  const names = (keys: readonly string[], from: Readonly<Record<string, string>>) =>
    [...new Set(keys)].map((key) => from[key] ?? key).join(" + ");
  return (
    <tr
      onClick={onChoose}
      className={classNames(
        "border-b border-hairline last:border-0 [&>td]:h-[30px] [&>td]:px-2",
        chosen ? "bg-wash" : "hover:bg-well",
      )}
    >
      <td
        className={classNames("border-l-4 font-semibold", chosen ? "border-l-sign" : "border-l-transparent")}
      >
        <button
          type="button"
          aria-pressed={chosen}
          onClick={onChoose}
          className="text-left @min-[42rem]:whitespace-nowrap"
        >
          {offer.name}
        </button>
        <span className="narrow block text-xs font-normal text-soft @min-[42rem]:hidden">
          {names(
            offer.shipments.map((shipment) => shipment.service),
            view.serviceNames,
          )}
          , {promiseWords(offer)}
        </span>
        {view.wish?.offer === offer.offer && (
          <span className="narrow block text-xs font-normal text-soft">the buyer&apos;s choice</span>
        )}
      </td>
      <td className="narrow hidden whitespace-nowrap text-soft @min-[42rem]:table-cell">
        {names(
          offer.shipments.map((shipment) => shipment.origin),
          view.originNames,
        )}
      </td>
      <td className="narrow hidden text-soft @min-[42rem]:table-cell">
        {names(
          offer.shipments.map((shipment) => shipment.service),
          view.serviceNames,
        )}
      </td>
      <td className="narrow hidden whitespace-nowrap text-soft @min-[42rem]:table-cell">
        {promiseWords(offer)}
      </td>
      <td className="text-right">{offer.cost}</td>
      <td className="text-right font-semibold">{offer.net}</td>
      <td className="hidden text-right @min-[42rem]:table-cell">
        {offer.free ? <span title="Free of charge">free</span> : offer.gross}
      </td>
      <td className={classNames("text-right font-semibold", loss ? "text-loss" : "text-gain")}>
        {loss ? `−${offer.margin.slice(1)}` : `+${offer.margin}`}
      </td>
      <td aria-hidden className="hidden @min-[50rem]:table-cell">
        <svg width={BAR} height={10} className="block">
          <rect
            x={loss ? 0 : 16}
            y={1}
            width={Math.max(1, (Math.abs(Number(offer.margin)) / widest) * (loss ? 16 : BAR - 16))}
            height={8}
            fill={loss ? "var(--loss)" : "var(--gain)"}
          />
          <line x1={16} x2={16} y1={0} y2={10} stroke="var(--ink)" />
        </svg>
      </td>
      <td className="text-right whitespace-nowrap">
        {applied ? (
          <span className="font-semibold">applied</span>
        ) : (
          mayApply && (
            <button
              type="button"
              className="rounded-sm px-1 py-0.5 hover:bg-hairline"
              title={hasKeys ? "Apply this offer's charge (a)" : "Store the order with this offer's charge"}
              onClick={(event) => {
                event.stopPropagation();
                onApply();
              }}
            >
              {chosen && hasKeys && <Key>a</Key>} Apply<span className="sr-only"> {offer.name}</span>
            </button>
          )
        )}
      </td>
    </tr>
  );
}

/** How much more goods would make an offer free, where that is all that is missing. */
function FreeHints({ view: { quote, currency } }: { readonly view: Shown }) {
  const hints = (quote?.offers ?? []).flatMap(({ offer, name, freeFrom }) =>
    freeFrom ? [{ offer, name, ...freeFrom }] : [],
  );
  if (hints.length === 0) return null;
  return (
    <p className="border-t border-hairline px-2 py-1.5 text-soft">
      {hints.map(({ offer, name, threshold, missing }, i) => (
        <span key={offer}>
          {i > 0 && "; "}
          {name} is free from {threshold} {currency} of goods: {missing} more
        </span>
      ))}
      .
    </p>
  );
}

/** Offers that can't be given: the reason, or each service's, linked to the field that decides. */
function Withheld({ view }: { readonly view: Shown }) {
  const withheld = view.quote?.withheld ?? [];
  return (
    <div className="border-t border-hairline px-2 py-1.5">
      <h2 className="inline">{withheld.length} withheld</h2>
      <ul className="mt-0.5 gap-x-6 lg:columns-2">
        {withheld.map((offer) => (
          <li key={offer.offer} className="break-inside-avoid py-px text-soft">
            {offer.name}:{" "}
            {offer.because.length === 0 ? (
              <ReasonLink text={offer.text} source={offer.source} />
            ) : (
              distinct(offer.because).map((one, i) => (
                <span key={`${one.service} ${one.origin}`}>
                  {i > 0 && "; "}
                  {severalServices(offer.because) && one.reason !== "origin-not-served-by-service" && (
                    <>{view.serviceNames[one.service] ?? one.service}: </>
                  )}
                  <ReasonLink text={one.text} source={one.source} />
                </span>
              ))
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}

type Because = WordedQuote["withheld"][number]["because"];

/** The same service says the same of several shipments: once is enough. */
function distinct(because: Because): Because {
  return because.filter(
    (one, i) => because.findIndex((other) => other.service === one.service && other.text === one.text) === i,
  );
}

function severalServices(because: Because): boolean {
  return because.some((one) => one.service !== because[0]?.service);
}
