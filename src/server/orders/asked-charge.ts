import "server-only";
import { z } from "zod";
import { shipmentChoice, type ShipmentChoice } from "@/core/orders/by-shipment";
import { furtherLine, type ByHand } from "@/core/orders/hand-charge";
import type { QuotedOffer } from "@/core/quote/quote";
import { moneyText } from "@/core/money/currency";
import { Decimal } from "@/core/money/decimal";
import { nonNegative } from "@/core/setup/primitives";
import type { By } from "@/db/queries/activity";
import type { OrderRow } from "@/db/queries/orders";
import type { OrderChange } from "./change-order";

const amount = z.strictObject({
  net: nonNegative.exactOptional(),
  gross: nonNegative.exactOptional(),
  reason: z.string(),
});

/** What somebody asks to charge, as it is kept at the order until somebody else agrees or refuses. */
const askedSchema = z.strictObject({
  offer: z.string(),
  name: z.string(),
  /** What was worked out when it was asked, in the amount's own tax basis. */
  workedOut: z.string(),
  currency: z.string(),
  amount,
  lines: z.array(furtherLine).exactOptional(),
  shipments: z.array(shipmentChoice).exactOptional(),
  by: z.string(),
  /** The person, so that it is somebody else who agrees; `null` for a program. */
  person: z.string().nullable(),
  at: z.string(),
});
export type AskedCharge = z.infer<typeof askedSchema>;

export function askedOf({ asked }: Pick<OrderRow, "asked">): AskedCharge | undefined {
  return asked === null ? undefined : askedSchema.parse(asked);
}

interface Asking extends Required<Pick<ByHand, "amount">>, Pick<ByHand, "lines"> {
  readonly shipments?: readonly ShipmentChoice[];
}

/** Keeps what is asked at the order, which goes on with the charge it has; it is in the queue of those to agree to. */
export function askFor(
  given: QuotedOffer,
  { amount: other, lines, shipments }: Asking,
  { by: { who, now }, currency }: { readonly by: By; readonly currency: string },
): OrderChange {
  const money = (text: string) => moneyText(Decimal.of(text), currency);
  const { net, gross, reason } = other;
  const asked: AskedCharge = {
    offer: given.offer,
    name: given.name,
    workedOut: other.gross === undefined ? given.net : given.gross,
    currency,
    amount: {
      ...(net === undefined ? {} : { net: money(net) }),
      ...(gross === undefined ? {} : { gross: money(gross) }),
      reason,
    },
    ...(lines ? { lines: [...lines] } : {}),
    ...(shipments ? { shipments: [...shipments] } : {}),
    by: who.name,
    person: who.id,
    at: now.toISOString(),
  };
  return {
    values: { asked },
    what: "amount-asked",
    from: { offer: given.name, amount: asked.workedOut, currency },
    to: { amount: asked.amount.gross ?? asked.amount.net, currency, reason },
  };
}
