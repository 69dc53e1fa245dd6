"use client";

import type { Channel, Offer } from "@/core/setup/offer";
import type { Plan } from "@/core/setup/plan";
import { joinPath } from "@/core/setup/path";
import { DraftChoice, DraftDecimal, FindingsNote, MemberHead, type Notice } from "@/features/draft";
import type { Choice, RuleChoices } from "@/features/rules";
import { Section } from "@/ui/parts/section";
import { AdjustmentsEditor } from "./adjustments-editor";
import { FreeEditor } from "./free-editor";
import { basisWords, planWords } from "./offer-words";
import { PlanEditor } from "./plan-editor";
import { PriceExplorer } from "./price-explorer";
import { ServicesBehind } from "./services-behind";
import { TextsEditor } from "./texts-editor";
import { TrialSide } from "./trial-side";
import { WhereForWhom } from "./where-for-whom";

interface Props {
  readonly offer: Offer;
  readonly channels: readonly Channel[];
  readonly services: readonly Choice[];
  readonly chargeTypes: readonly Choice[];
  readonly sellTariffs: readonly Choice[];
  readonly choices: RuleChoices;
  readonly homeCurrency: string;
  readonly businessTax: string;
  readonly notices: readonly Notice[];
  readonly former: readonly Plan[];
}

/** An offer read from top to bottom: where and for whom, what stands behind it, what it costs, what is added, when it is free. */
export function OfferPage(props: Props) {
  const { offer, channels, services, chargeTypes, choices, businessTax, notices } = props;
  const homeCurrency = offer.currency ?? props.homeCurrency;
  const path = joinPath("offers", offer.code);
  return (
    <div className="grid items-start gap-4 xl:grid-cols-[minmax(0,1fr)_232px]">
      <div className="min-w-0">
        <MemberHead
          list="offers"
          member={offer}
          value={offer}
          what="Offer"
          about={planWords(offer, homeCurrency)}
          page="/offers"
          home="/offers"
        />
        <FindingsNote notices={notices.filter(({ shadowedBy }) => shadowedBy === undefined)} />
        <Section name="Where, for whom">
          <WhereForWhom offer={offer} path={path} channels={channels} goodsClasses={choices.goodsClasses} />
        </Section>
        <Section name="Behind it">
          <ServicesBehind offer={offer} path={path} services={services} />
        </Section>
        <Section name="What it costs">
          <PlanEditor
            offer={offer}
            path={path}
            choices={choices}
            sellTariffs={props.sellTariffs}
            homeCurrency={homeCurrency}
            businessCurrency={props.homeCurrency}
            notices={notices}
            former={props.former}
          />
          <p className="text-soft">{basisWords(offer, channels)}</p>
        </Section>
        <Section name="Then">
          <AdjustmentsEditor
            offer={offer}
            path={`${path}/adjust`}
            chargeTypes={chargeTypes}
            currency={homeCurrency}
            choices={choices}
          />
        </Section>
        <Section name="Free">
          <FreeEditor path={`${path}/free`} free={offer.free} choices={choices} currency={homeCurrency} />
        </Section>
        <Section name="Over a measure">
          <PriceExplorer offer={offer} channels={channels} country={choices.country} />
        </Section>
        <Section name="Tax">
          <DraftDecimal
            label="Percent"
            path={`${path}/taxPercent`}
            value={offer.taxPercent}
            optional
            unit="%"
            placeholder={businessTax}
          />
          <DraftChoice
            label="Charge type"
            path={`${path}/chargeType`}
            value={offer.chargeType}
            options={chargeTypes}
          />
          <p className="text-soft">
            An empty percent takes the charge type&apos;s, else the business&apos;s {businessTax} %.
          </p>
        </Section>
        <Section name="Name and text">
          <TextsEditor offer={offer} path={path} />
        </Section>
      </div>
      <aside aria-label="The open trial" className="sticky top-0 max-xl:static">
        <TrialSide offer={offer} />
      </aside>
    </div>
  );
}
