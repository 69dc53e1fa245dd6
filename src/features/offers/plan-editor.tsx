"use client";

import Link from "next/link";
import { useState } from "react";
import type { Offer } from "@/core/setup/offer";
import type { Terms } from "@/core/setup/amount";
import type { Plan } from "@/core/setup/plan";
import { DraftChoice, DraftDecimal, DraftText, useDraft, useDraftValue, type Notice } from "@/features/draft";
import { TermsEditor, Unfinished, type Choice, type RuleChoices } from "@/features/rules";
import type { Committed } from "@/ui/fields/commit";
import { EditField } from "@/ui/fields/edit-field";
import { plainNumber } from "@/ui/number-text";
import { ChoiceField } from "@/ui/fields/choice-field";
import { Trouble } from "@/ui/parts/trouble";
import { ClassesEditor } from "./classes-editor";
import { LadderEditor } from "./ladder-editor";
import { beginPlan, planKinds } from "./plan-kinds";

interface Props {
  readonly offer: Offer;
  readonly path: string;
  readonly choices: RuleChoices;
  readonly sellTariffs: readonly Choice[];
  /** Of the offer's amounts. */
  readonly homeCurrency: string;
  /** What they are in where the offer says nothing. */
  readonly businessCurrency: string;
  readonly notices: readonly Notice[];
  /** Plans the offer had before, the newest of each kind. */
  readonly former: readonly Plan[];
}

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

/** The price plan: its kind, and what that kind needs. A plan of another kind stays at hand. */
export function PlanEditor(props: Props) {
  const { offer, path, sellTariffs, homeCurrency, former } = props;
  const { mayEdit } = useDraft();
  const { plan } = offer;
  const { value: shown = plan, onCommit, isUnfinished, discard } = useDraftValue<Plan>(`${path}/plan`, plan);
  // a ladder nobody put a rule on is nothing to come back to
  const kept = former.filter(
    (one) => one.kind !== shown.kind && !(one.kind === "ladder" && one.rules.length === 0 && !one.otherwise),
  );
  const nameOf = (kind: Plan["kind"]) => planKinds.find(({ value }) => value === kind)?.name ?? kind;
  const choose = async (kind: string) => {
    const next = beginPlan(kind, former, sellTariffs);
    return next ? onCommit(next) : ({ ok: false, text: "There is no sell tariff yet." } as const);
  };
  const [trouble, setTrouble] = useState<string>();
  const bringBack = async (kind: string) => {
    const answer = await choose(kind);
    setTrouble(answer.ok ? undefined : answer.text);
  };
  return (
    <>
      <ChoiceField
        label="The charge is"
        path={`${path}/plan`}
        value={shown.kind}
        options={planKinds}
        readOnly={!mayEdit}
        onCommit={choose}
      />
      {kept.length > 0 && mayEdit && (
        <p className="mb-1 text-soft md:ml-[136px]">
          Kept as it was:{" "}
          {kept.map(({ kind }, i) => (
            <span key={kind}>
              {i > 0 && ", "}
              <button type="button" className="link" onClick={() => void bringBack(kind)}>
                {nameOf(kind)}
              </button>
            </span>
          ))}
          <Trouble text={trouble} />
        </p>
      )}
      {isUnfinished ? (
        <Unfinished what="plan" onDiscard={discard}>
          <NewPlan plan={shown} currency={homeCurrency} path={`${path}/plan`} onCommit={onCommit} />
        </Unfinished>
      ) : (
        <PlanFields {...props} plan={plan} path={`${path}/plan`} />
      )}
      <DraftChoice
        label="Several shipments"
        path={`${path}/charged`}
        value={offer.charged ?? "perOrder"}
        options={charged}
      />
      <DraftText
        label="Currency"
        path={`${path}/currency`}
        value={offer.currency}
        optional
        width="5rem"
        placeholder={props.businessCurrency}
        unit="of all amounts typed in this offer"
      />
    </>
  );
}

function PlanFields({
  plan,
  path,
  choices,
  sellTariffs,
  homeCurrency,
  notices,
  offer,
}: Props & { readonly plan: Plan }) {
  switch (plan.kind) {
    case "costPlus":
      return <p className="mb-1 text-soft">The carriers&apos; rates and surcharges; a margin comes below.</p>;
    case "flat":
      return (
        <>
          <DraftDecimal label="Amount" path={`${path}/amount`} value={plan.amount} unit={homeCurrency} />
          <DraftChoice label="Counted" path={`${path}/per`} value={plan.per} options={pers} />
        </>
      );
    case "terms":
      return <PlanTerms path={`${path}/terms`} terms={plan.terms} currency={homeCurrency} />;
    case "tariff":
      return (
        <>
          <DraftChoice label="Tariff" path={`${path}/tariff`} value={plan.tariff} options={sellTariffs} />
          <Link prefetch={false} className="link" href={`/tariffs/${encodeURIComponent(plan.tariff)}`}>
            Open its table
          </Link>
        </>
      );
    case "ladder":
      return (
        <LadderEditor
          plan={plan}
          path={path}
          choices={choices}
          sellTariffs={sellTariffs}
          currency={homeCurrency}
          notices={notices}
          offer={offer.code}
        />
      );
    case "byGoodsClass":
      return (
        <ClassesEditor plan={plan} path={path} goodsClasses={choices.goodsClasses} currency={homeCurrency} />
      );
  }
}

/** A plan whose amounts have still to be typed: the former one counts until they are. */
function NewPlan({
  plan,
  path,
  currency,
  onCommit,
}: {
  readonly plan: Plan;
  readonly path: string;
  readonly currency: string;
  readonly onCommit: (plan: Plan) => Promise<Committed>;
}) {
  if (plan.kind === "terms")
    return (
      <TermsEditor
        label="Terms"
        path={`${path}/terms`}
        terms={plan.terms}
        currency={currency}
        readOnly={false}
        onCommit={(terms) => onCommit({ ...plan, terms: [...terms] })}
      />
    );
  if (plan.kind !== "flat") return null;
  return (
    <EditField
      label="Amount"
      numeric
      width="8rem"
      unit={currency}
      placeholder="no amount yet"
      isMissing
      value={plan.amount}
      onCommit={(typed) => onCommit({ ...plan, amount: plainNumber(typed) })}
    />
  );
}

function PlanTerms({
  path,
  terms,
  currency,
}: {
  readonly path: string;
  readonly terms: Terms;
  readonly currency: string;
}) {
  const { mayEdit } = useDraft();
  const { value = terms, onCommit, onTyping } = useDraftValue<Terms>(path, terms);
  return (
    <div className="flex items-start">
      <span className="w-[136px] shrink-0 pt-1 text-soft">Added up</span>
      <TermsEditor
        label="Terms"
        path={path}
        terms={value}
        currency={currency}
        readOnly={!mayEdit}
        onCommit={onCommit}
        onTyping={onTyping}
      />
    </div>
  );
}
