"use client";

import type { Amount } from "@/core/setup/amount";
import type { Committed } from "@/ui/fields/commit";
import { EditField } from "@/ui/fields/edit-field";
import { useTried } from "@/ui/fields/use-tried";
import { Trouble } from "@/ui/parts/trouble";
import { plainNumber } from "@/ui/number-text";

interface Props {
  readonly label: string;
  readonly amount: Amount;
  /** Fixed and counted amounts are of this currency. */
  readonly currency: string;
  readonly onCommit: (amount: Amount) => Promise<Committed>;
  readonly onTyping?: ((amount: Amount | undefined) => void) | undefined;
  readonly of?: Of;
  readonly readOnly: boolean;
}

/** How an amount can be counted; where the words differ, of a shipment's surcharge and of a charge's addition. */
const ways = {
  fixed: { surcharge: "once a shipment", addition: "once" },
  "per shipment": { surcharge: undefined, addition: "per shipment" },
  "per parcel": "per parcel",
  "per piece": "per piece",
  "per kg": { surcharge: "per kg, chargeable", addition: "per kg, actual" },
  "percent freight": { surcharge: "% of the freight", addition: "% of the charge after the margin" },
  "percent subtotal": "% of all so far",
  "percent goodsValue": "% of the goods, without tax",
  "percent cost": "% of the cost",
  fuel: "% by the carrier's fuel index, of the freight",
} as const;
type Of = "surcharge" | "addition";
type Way = keyof typeof ways;

function wayWords(way: Way, of: Of): string | undefined {
  const words = ways[way];
  return typeof words === "string" ? words : words[of];
}

function wayOf(amount: Amount, of: Of): Way {
  if ("fixed" in amount) return "fixed";
  if ("percentFromFuelIndex" in amount) return "fuel";
  if ("percent" in amount) return `percent ${amount.of}`;
  return amount.per === "shipment" && of === "surcharge" ? "fixed" : `per ${amount.per}`;
}

function figureOf(amount: Amount): string {
  if ("fixed" in amount) return amount.fixed;
  if ("per" in amount) return amount.amount;
  return "percent" in amount ? amount.percent : "";
}

/** The amount a way and a figure make. */
function amountOf(way: Way, figure: string): Amount {
  if (way === "fixed") return { fixed: figure };
  if (way === "fuel") return { percentFromFuelIndex: true, of: "freight" };
  const [kind, rest] = way.split(" ");
  return kind === "per"
    ? { per: rest as "parcel" | "piece" | "kg" | "shipment", amount: figure }
    : { percent: figure, of: rest as "freight" | "subtotal" | "goodsValue" | "cost" };
}

/** An amount: a figure, and what it is counted by or a percentage of. */
export function AmountEditor({
  label,
  amount,
  currency,
  onCommit,
  onTyping,
  of = "surcharge",
  readOnly,
}: Props) {
  const way = wayOf(amount, of);
  const percent = way.startsWith("percent");
  const { trouble, tried } = useTried();
  return (
    <div className="flex flex-wrap items-baseline gap-x-1.5">
      {way !== "fuel" && (
        <EditField
          label={label}
          hideLabel
          numeric
          width={figureOf(amount) === "" ? "7.5rem" : "5rem"}
          unit={percent ? "" : currency}
          value={figureOf(amount)}
          placeholder="no amount yet"
          isMissing={figureOf(amount) === ""}
          readOnly={readOnly}
          onCommit={(typed) => onCommit(amountOf(way, plainNumber(typed)))}
          onTyping={(typed) =>
            onTyping?.(typed === undefined ? undefined : amountOf(way, plainNumber(typed)))
          }
        />
      )}
      <select
        aria-label={`${label}: counted`}
        className="control h-7 px-1"
        value={way}
        disabled={readOnly}
        onChange={(event) => tried(onCommit(amountOf(event.target.value as Way, figureOf(amount))))}
      >
        {(Object.keys(ways) as Way[])
          .filter((key) => wayWords(key, of) !== undefined)
          .map((key) => (
            <option key={key} value={key}>
              {wayWords(key, of)}
            </option>
          ))}
      </select>
      <Trouble text={trouble} />
    </div>
  );
}
