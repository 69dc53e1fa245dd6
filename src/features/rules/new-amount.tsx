"use client";

import type { Amount } from "@/core/setup/amount";
import type { Committed } from "@/ui/fields/commit";
import { EditField } from "@/ui/fields/edit-field";
import { AmountEditor } from "./amount-editor";
import { Unfinished } from "./unfinished-box";

interface Named {
  readonly name: string;
  readonly amount: Amount;
}

interface Props {
  /** What it is, as in "surcharge". */
  readonly what: "surcharge" | "addition";
  readonly value: Named;
  readonly currency: string;
  readonly onCommit: (value: Named) => Promise<Committed>;
  readonly onDiscard: () => void;
}

/** A surcharge or an addition that is stored once its amount is typed. */
export function NewAmount({ what, value, currency, onCommit, onDiscard }: Props) {
  return (
    <Unfinished what={what} onDiscard={onDiscard}>
      <div className="flex flex-wrap items-baseline gap-x-2">
        <EditField
          label={`New ${what}: name`}
          hideLabel
          width="9rem"
          value={value.name}
          onCommit={(name) => onCommit({ ...value, name })}
        />
        <AmountEditor
          label={`New ${what}`}
          of={what}
          amount={value.amount}
          currency={currency}
          readOnly={false}
          onCommit={(amount) => onCommit({ ...value, amount })}
        />
      </div>
    </Unfinished>
  );
}
