"use client";

import type { Take } from "@/core/orders/desk-rule";
import { sent } from "@/features/submit";
import { ChoiceField } from "@/ui/fields/choice-field";
import { EditField } from "@/ui/fields/edit-field";
import { plainNumber } from "@/ui/number-text";
import { setRule } from "./actions";
import type { DeskRuleView } from "./load";

const options: readonly { readonly value: Take; readonly name: string }[] = [
  { value: "first", name: "the first offer of the channel" },
  { value: "cheapest", name: "the cheapest for the buyer" },
  { value: "fastest", name: "the fastest" },
  { value: "margin", name: "the one we keep most by" },
];

interface Props extends DeskRuleView {
  readonly channel: string;
  readonly currency: string;
}

/** How orders of the channel are charged many at once. It is no part of the setup: it counts at once, for orders on the desk. */
export function DeskRuleFields({ channel, currency, rule, mayEdit }: Props) {
  const { mostByHand, ...without } = rule;
  const store = (more: Partial<typeof rule>) => sent(setRule({ channel, ...rule, ...more }));
  const storeByHand = (typed: string) =>
    typed.trim() === "" ? sent(setRule({ channel, ...without })) : store({ mostByHand: plainNumber(typed) });
  return (
    <>
      <ChoiceField
        label="Without a wish"
        value={rule.take}
        options={options}
        readOnly={!mayEdit}
        onCommit={(take) => store({ take: take as Take })}
      />
      <EditField
        label="One order may lose"
        numeric
        width="6rem"
        unit={`${currency}, no more`}
        value={rule.mostLoss}
        readOnly={!mayEdit}
        onCommit={(typed) => store({ mostLoss: plainNumber(typed) })}
      />
      <EditField
        label="One person may change by"
        numeric
        width="6rem"
        unit={`${currency}, no more`}
        placeholder="any"
        value={mostByHand ?? ""}
        readOnly={!mayEdit}
        onCommit={storeByHand}
      />
      <p className="text-soft">
        What the buyer chose is charged where it can be given and loses no more than this. Another amount by
        hand that lies further from the one worked out, without tax, waits until finance or an administrator
        agrees. It counts at once, not only when the draft is published.
      </p>
    </>
  );
}
