"use client";

import type { AddressFault } from "@/core/orders/address-faults";
import { wishAmount } from "@/core/orders/choose-offer";
import type { Look } from "@/core/orders/order-state";
import { postcodeExample } from "@/core/orders/postcode-shape";
import type { OtherAmount } from "@/core/orders/hand-charge";
import { countryName } from "@/messages/country-name";
import { Button } from "@/ui/parts/button";
import type { OrderView } from "./load";

interface HandAmount {
  readonly amount: OtherAmount & { readonly reason: string };
  readonly isWish: true;
}

interface Props {
  readonly view: OrderView;
  readonly mayEdit: boolean;
  readonly onCharge: (offer: string, byHand?: HandAmount) => void;
}

/** What is odd about the order, each in a sentence, with what can be done about it at once. */
export function LookNotes({ view, mayEdit, onCharge }: Props) {
  // what is asked for has a note of its own
  const look = view.look.filter((one) => one !== "agreement-needed");
  if (look.length === 0) return null;
  return (
    <ul aria-label="To check" className="sheet mb-3 border-l-4 border-l-loss">
      {look.map((one) => (
        <li
          key={one}
          className="flex flex-wrap items-baseline gap-x-3 border-b border-hairline px-3 py-1.5 last:border-0"
        >
          {one === "wish-differs" ? (
            <WishNote view={view} mayEdit={mayEdit} onCharge={onCharge} />
          ) : (
            <span>{lookSentence(one, view)}</span>
          )}
        </li>
      ))}
    </ul>
  );
}

function lookSentence(look: Exclude<Look, "wish-differs" | "agreement-needed">, view: OrderView): string {
  switch (look) {
    case "nothing-offered":
      return "Nothing can be offered: each offer says below what keeps it back.";
    case "weight-missing":
      return "An item has no weight: type it at the Items station, or take another item.";
    case "address-odd":
      return view.addressFaults.map((fault) => faultSentence(fault, view)).join(" ");
    case "loss":
      return lossSentence(view);
    case "stock-short":
      return "Fewer pieces are free than are ordered: the lines say where they lie.";
    case "suspended":
      return "What it would go by is suspended.";
  }
}

/** What is lost by the charge that stands, or would be by any offer, and how much may be. */
function lossSentence({ applied, quote, mostLoss, currency, channelName }: OrderView): string {
  const margins = applied ? [applied.margin] : (quote?.offers ?? []).map(({ margin }) => margin);
  const [best] = [...margins].sort((a, b) => Number(b) - Number(a));
  const lost = best?.startsWith("-") ? best.slice(1) : undefined;
  const limit = Number(mostLoss) === 0 ? "nothing may be lost" : `${mostLoss} ${currency} may be lost`;
  if (lost === undefined)
    return `What the channel's rule would charge loses too much; another offer does not. By one order of ${channelName} ${limit}.`;
  return `It ${applied ? "loses" : "would lose"} ${lost} ${currency}; by one order of ${channelName} ${limit}.`;
}

function faultSentence(fault: AddressFault, { order }: OrderView): string {
  const { country, postcode, email } = order;
  const example = postcodeExample(country);
  switch (fault) {
    case "no-street":
      return "The address has no street.";
    case "no-postcode":
      return `The address has no postcode${example ? `; in ${countryName(country)} one looks like ${example}` : ""}.`;
    case "postcode-shape":
      return `“${postcode}” does not look like a postcode of ${countryName(country)}${example ? `, which look like ${example}` : ""}.`;
    case "no-town":
      return "The address has no town.";
    case "mail-at-sign":
      return `“${email ?? ""}” is not an e-mail address.`;
  }
}

/** What the buyer chose and was told, and what it would be now; either is charged with one key. */
function WishNote({ view, mayEdit, onCharge }: Props) {
  const { wish, quote, currency, includesTax } = view;
  if (!wish) return null;
  const offer = quote?.offers.find((one) => one.offer === wish.offer);
  const told = wishAmount(wish, includesTax);
  const figure = told?.gross ?? told?.net;
  const basis = told?.gross === undefined ? "without tax" : "with tax";
  const name = offer?.name ?? quote?.withheld.find((one) => one.offer === wish.offer)?.name ?? wish.offer;
  const now = told?.gross === undefined ? offer?.net : offer?.gross;
  return (
    <>
      <span>
        The buyer chose <b>{name}</b>
        {figure !== undefined && ` for ${figure} ${currency} ${basis}`};{" "}
        {offer ? `we would charge ${now} ${currency}.` : "it can't be given."}
      </span>
      {offer && mayEdit && told && (
        <span className="flex gap-2">
          <Button
            onClick={() =>
              onCharge(wish.offer, { amount: { ...told, reason: "as the buyer was told" }, isWish: true })
            }
          >
            Charge {figure} {currency}
          </Button>
          <Button
            onClick={() =>
              onCharge(wish.offer, {
                amount: {
                  ...(told.gross === undefined ? { net: offer.net } : { gross: offer.gross }),
                  reason: "as worked out, not as the buyer was told",
                },
                isWish: true,
              })
            }
          >
            Charge {now} {currency}
          </Button>
        </span>
      )}
    </>
  );
}
