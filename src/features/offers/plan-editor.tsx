"use client";

import type { Offer } from "@/core/setup/offer";
import type { Json } from "@/core/setup/path";
import type { Plan } from "@/core/setup/plan";
import { DraftChoice, DraftDecimal, useCommit, useDraft } from "@/features/draft";
import { ChoiceField } from "@/ui/fields/choice-field";
import { ReadBack } from "@/ui/parts/read-back";
import { planSentences } from "./plan-words";

interface Props {
  readonly offer: Offer;
  readonly path: string;
  readonly sellTariffs: readonly { readonly value: string; readonly name: string }[];
  readonly homeCurrency: string;
}

const kinds = [
  { value: "costPlus", name: "what it costs us" },
  { value: "flat", name: "a flat amount" },
  { value: "tariff", name: "a sell tariff" },
];
/** Plans that are read back here; a choice of another kind replaces them. */
const composed: Partial<Record<Plan["kind"], string>> = {
  terms: "terms added up",
  ladder: "a ladder of rules",
  byGoodsClass: "by goods class",
};
const pers = [
  { value: "order", name: "for the order" },
  { value: "shipment", name: "for each shipment" },
  { value: "parcel", name: "for each parcel" },
  { value: "piece", name: "for each piece" },
  { value: "kg", name: "for each kg of actual weight" },
];
const charged = [
  { value: "perOrder", name: "once for the order" },
  { value: "perShipmentSum", name: "for each shipment, added up" },
  { value: "perShipmentHighest", name: "the highest of the shipments" },
];

/** The price plan: its kind, and what that kind needs. */
export function PlanEditor({ offer, path, sellTariffs, homeCurrency }: Props) {
  const { mayEdit } = useDraft();
  const { plan } = offer;
  const commit = useCommit(`${path}/plan`, plan as Json);
  const own = composed[plan.kind];
  const choose = (kind: string) => {
    const [first] = sellTariffs;
    const next: Plan =
      kind === "flat"
        ? { kind, amount: "0", per: "order" }
        : kind === "tariff" && first
          ? { kind, tariff: first.value }
          : { kind: "costPlus" };
    return commit(next as Json);
  };
  return (
    <>
      <ChoiceField
        label="The charge is"
        path={`${path}/plan`}
        value={plan.kind}
        options={own === undefined ? kinds : [{ value: plan.kind, name: own }, ...kinds]}
        readOnly={!mayEdit}
        onCommit={choose}
      />
      {plan.kind === "flat" && (
        <>
          <DraftDecimal label="Amount" path={`${path}/plan/amount`} value={plan.amount} unit={homeCurrency} />
          <DraftChoice label="Counted" path={`${path}/plan/per`} value={plan.per} options={pers} />
        </>
      )}
      <ReadBack path={`${path}/plan/rules`} sentences={planSentences(plan, homeCurrency)} />
      {plan.kind === "tariff" && (
        <DraftChoice label="Tariff" path={`${path}/plan/tariff`} value={plan.tariff} options={sellTariffs} />
      )}
      <DraftChoice
        label="Several shipments"
        path={`${path}/charged`}
        value={offer.charged ?? "perOrder"}
        options={charged}
      />
    </>
  );
}
