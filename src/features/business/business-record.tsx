"use client";

import type { ReactNode } from "react";
import type { Setup } from "@/core/setup/setup";
import {
  DraftChoice,
  DraftDecimal,
  DraftPick,
  DraftText,
  FindingsNote,
  useCommit,
  type Notice,
} from "@/features/draft";
import { countries, currencies, timeZones } from "@/messages/pickables";
import { PageHead } from "@/ui/parts/page-head";
import { Record, Section } from "@/ui/parts/section";
import { ChargeTypes } from "./charge-types";
import { DeliveryTaxes } from "./delivery-taxes";
import { ExchangeRates } from "./exchange-rates";
import { Objectives } from "./objectives";

const named = (units: readonly string[]) => units.map((unit) => ({ value: unit, name: unit }));
const weights = named(["kg", "g", "lb", "oz"]);
const lengths = named(["cm", "mm", "m", "in"]);
const taxes = [
  { value: "fixed", name: "always this percentage" },
  { value: "highestOfGoods", name: "the highest percentage of the goods" },
  { value: "weightedByGoods", name: "in the proportion of the goods' values" },
  { value: "splitByGoods", name: "a charge line for each percentage of the goods" },
];
const splits = [
  { value: "never", name: "the whole order from one origin" },
  { value: "byLine", name: "a line from one origin, lines from several" },
  { value: "byPiece", name: "pieces of a line from several" },
];

interface Props {
  readonly setup: Pick<Setup, "business" | "exchangeRates" | "chargeTypes" | "sourcing" | "origins">;
  readonly notices: readonly Notice[];
  /** How changes are published. */
  readonly publishing: ReactNode;
}

/** Who we are and how we count: what everything else stands on. */
export function BusinessRecord({ setup, notices, publishing }: Props) {
  const { business, sourcing } = setup;
  const setTax = useCommit("business/deliveryTax", business.deliveryTax);
  return (
    <div className="px-[18px] py-4">
      <PageHead above="Business" title={business.name} />
      <FindingsNote notices={notices} />
      <Record>
        <Section name="Business">
          <DraftText label="Name" path="business/name" value={business.name} />
          <DraftPick label="Country" path="business/country" value={business.country} options={countries} />
          <DraftPick
            label="Home currency"
            path="business/homeCurrency"
            value={business.homeCurrency}
            options={currencies}
            unit="costs and conditions are in it"
          />
          <DraftPick
            label="Time zone"
            path="business/timeZone"
            value={business.timeZone}
            options={timeZones}
            unit="whose date an edition's first day is"
          />
        </Section>
        <Section name="Units">
          <DraftChoice
            label="Weights"
            path="business/units/weight"
            value={business.units.weight}
            options={weights}
          />
          <DraftChoice
            label="Lengths"
            path="business/units/length"
            value={business.units.length}
            options={lengths}
          />
          <p className="text-soft">
            How quantities are shown and read. What is stored keeps the unit it was set in.
          </p>
        </Section>
        <Section name="Tax on delivery">
          <DraftDecimal
            label="Percentage"
            path="business/deliveryTaxPercent"
            value={business.deliveryTaxPercent}
            unit="%"
          />
          <DraftChoice
            label="Found as"
            path="business/deliveryTax"
            value={business.deliveryTax ?? "fixed"}
            options={taxes}
            onCommit={(chosen) => setTax(chosen === "fixed" ? undefined : chosen)}
          />
          <p className="text-soft">An offer's or a charge type's own percentage goes before it.</p>
        </Section>
        <Section name="Sourcing">
          <DraftChoice label="May be split" path="sourcing/split" value={sourcing.split} options={splits} />
          <Objectives objectives={sourcing.objectives} />
          <DraftChoice
            label="Otherwise from"
            path="sourcing/fallbackOrigin"
            value={sourcing.fallbackOrigin}
            options={setup.origins.map((origin) => ({ value: origin.code, name: origin.name }))}
          />
        </Section>
        <Section name="Publishing">{publishing}</Section>
      </Record>
      <div className="grid gap-x-8 xl:grid-cols-2">
        <DeliveryTaxes rules={business.deliveryTaxes} usual={business.deliveryTaxPercent} notices={notices} />
        <ExchangeRates rates={setup.exchangeRates} home={business.homeCurrency} notices={notices} />
        <ChargeTypes chargeTypes={setup.chargeTypes} notices={notices} />
      </div>
    </div>
  );
}
