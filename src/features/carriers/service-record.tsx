"use client";

import Link from "next/link";
import type { Carrier } from "@/core/setup/carrier";
import { joinPath, type Json } from "@/core/setup/path";
import type { Service } from "@/core/setup/service";
import {
  DraftChoice,
  DraftPickMany,
  DraftQuantity,
  DraftSwitch,
  DraftText,
  DraftWhole,
  FindingsNote,
  RemoveMember,
  useCommit,
  useDraft,
  type Notice,
} from "@/features/draft";
import { ChoiceField } from "@/ui/fields/choice-field";
import { EditField } from "@/ui/fields/edit-field";
import { plainNumber } from "@/ui/number-text";
import { PageHead } from "@/ui/parts/page-head";
import { ReadBack } from "@/ui/parts/read-back";
import { Record, Section } from "@/ui/parts/section";
import { rateWords, surchargeSentences, tierNames, type Currencies } from "./service-words";

interface Option {
  readonly value: string;
  readonly name: string;
}

interface Props {
  readonly service: Service;
  readonly carrier: Carrier | undefined;
  readonly origins: readonly Option[];
  readonly goodsClasses: readonly Option[];
  readonly buyTariffs: readonly Option[];
  readonly offers: readonly { readonly code: string; readonly name: string }[];
  readonly notices: readonly Notice[];
  /** Of the business: the currency of conditions. */
  readonly homeCurrency: string;
}

const tiers = Object.entries(tierNames).map(([value, name]) => ({ value, name }));
const takes = [
  { value: "true", name: "takes it" },
  { value: "false", name: "does not take it" },
];

/** One product of a carrier: what it takes, how big, how fast, at what rate. */
export function ServiceRecord({
  service,
  carrier,
  origins,
  goodsClasses,
  buyTariffs,
  offers,
  notices,
  homeCurrency,
}: Props) {
  const path = joinPath("services", service.code);
  const at = (field: string) => `${path}/${field}`;
  const weight = carrier?.units.weight ?? "kg";
  return (
    <>
      <PageHead
        above={
          <>
            Service {service.code} of{" "}
            <Link prefetch={false} className="link" href={`/carriers/${encodeURIComponent(service.carrier)}`}>
              {carrier?.name ?? service.carrier}
            </Link>
          </>
        }
        title={service.name}
      >
        <RemoveMember
          path={path}
          value={service as Json}
          home={`/carriers/${encodeURIComponent(service.carrier)}`}
        />
      </PageHead>
      <FindingsNote notices={notices} />
      <Record>
        <Section name="Name">
          <DraftText label="Name" path={at("name")} value={service.name} />
          <DraftChoice label="Tier" path={at("tier")} value={service.tier} options={tiers} />
          <DraftSwitch label="In use" path={at("active")} value={service.active} />
        </Section>
        <Section name="Leaves from">
          <DraftPickMany
            label="Origins"
            path={at("origins")}
            value={service.origins}
            optional
            none="every origin"
            options={origins}
          />
        </Section>
        <Section name="Transit">
          <DraftWhole
            label="At least"
            path={at("transit/minDays")}
            value={service.transit.minDays}
            unit="working days of the carrier"
          />
          <DraftWhole
            label="At most"
            path={at("transit/maxDays")}
            value={service.transit.maxDays}
            unit="working days of the carrier"
          />
          {service.transit.byZone?.map((entry) => (
            <p key={entry.zone} className="pl-1.5 text-soft">
              zone {entry.zone}: {entry.minDays} to {entry.maxDays}
            </p>
          ))}
        </Section>
        <Limits path={path} limits={service.limits} weight={weight} />
        <Accepts path={path} accepts={service.accepts} goodsClasses={goodsClasses} />
        <Rate
          path={path}
          service={service}
          buyTariffs={buyTariffs}
          weight={weight}
          currencies={{ carrier: carrier?.currency ?? "", home: homeCurrency }}
        />
        <Section name="Behind offers">
          <ul>
            {offers.map((offer) => (
              <li key={offer.code}>
                <Link prefetch={false} className="link" href={`/offers/${encodeURIComponent(offer.code)}`}>
                  {offer.name}
                </Link>
              </li>
            ))}
            {offers.length === 0 && <li className="text-soft">No offer uses it.</li>}
          </ul>
        </Section>
      </Record>
    </>
  );
}

function Limits({
  path,
  limits,
  weight,
}: {
  readonly path: string;
  readonly limits: Service["limits"];
  readonly weight: string;
}) {
  const at = (field: string) => `${path}/limits/${field}`;
  return (
    <Section name="Limits">
      <p className="mb-1 text-soft">A shipment exactly at a limit still goes.</p>
      <DraftQuantity
        label="Parcel from"
        path={at("minParcelWeight")}
        value={limits?.minParcelWeight}
        unit={weight}
      />
      <DraftQuantity
        label="Parcel up to"
        path={at("maxParcelWeight")}
        value={limits?.maxParcelWeight}
        unit={weight}
      />
      <DraftQuantity
        label="Shipment from"
        path={at("minShipmentWeight")}
        value={limits?.minShipmentWeight}
        unit={weight}
      />
      <DraftQuantity
        label="Shipment up to"
        path={at("maxShipmentWeight")}
        value={limits?.maxShipmentWeight}
        unit={weight}
      />
      <DraftQuantity label="Longest side" path={at("maxLength")} value={limits?.maxLength} unit="cm" />
      <DraftQuantity
        label="Length + girth"
        path={at("maxGirthPlusLength")}
        value={limits?.maxGirthPlusLength}
        unit="cm"
      />
      <MostParcels path={at("maxParcels")} value={limits?.maxParcels} />
    </Section>
  );
}

function Accepts({
  path,
  accepts,
  goodsClasses,
}: {
  readonly path: string;
  readonly accepts: Service["accepts"];
  readonly goodsClasses: readonly Option[];
}) {
  const at = (field: string) => `${path}/accepts/${field}`;
  return (
    <Section name="Accepts">
      <DraftSwitch label="PO boxes" path={at("poBox")} value={accepts?.poBox} missing names={takes} />
      <DraftSwitch
        label="Cash on delivery"
        path={at("cashOnDelivery")}
        value={accepts?.cashOnDelivery}
        names={takes}
      />
      <DraftSwitch
        label="Collection points"
        path={at("collectionPoint")}
        value={accepts?.collectionPoint}
        missing
        names={takes}
      />
      <DraftSwitch
        label="Signature"
        path={at("signature")}
        value={accepts?.signature}
        missing
        names={takes}
      />
      <DraftPickMany
        label="Refuses"
        path={at("refusesGoodsClasses")}
        value={accepts?.refusesGoodsClasses}
        optional
        none="nothing"
        options={goodsClasses}
      />
    </Section>
  );
}

function Rate({
  path,
  service,
  buyTariffs,
  weight,
  currencies,
}: {
  readonly path: string;
  readonly currencies: Currencies;
  readonly service: Service;
  readonly buyTariffs: readonly Option[];
  readonly weight: string;
}) {
  const at = (field: string) => `${path}/${field}`;
  return (
    <Section name="Rate">
      <RateSource path={at("rate")} rate={service.rate} tariffs={buyTariffs} />
      <DraftQuantity label="Weight step" path={at("weightStep")} value={service.weightStep} unit={weight} />
      <p className="mb-1 flex gap-x-2">
        <span className="w-[128px] text-soft">Volumetric</span>
        {service.volumetric
          ? "divisor" in service.volumetric
            ? `cm³ ÷ ${service.volumetric.divisor} per parcel`
            : `${service.volumetric.kgPerM3} kg per m³ and parcel`
          : "by actual weight only"}
      </p>
      <ReadBack
        path={at("surcharges")}
        sentences={surchargeSentences(service, currencies)}
        none="No surcharges."
      />
      {"tariff" in service.rate && (
        <Link prefetch={false} className="link" href={`/tariffs/${encodeURIComponent(service.rate.tariff)}`}>
          Open the tariff
        </Link>
      )}
    </Section>
  );
}

function MostParcels({ path, value }: { readonly path: string; readonly value: number | undefined }) {
  const { mayEdit } = useDraft();
  const commit = useCommit(path, value);
  const onCommit = (typed: string) => {
    const number = Number(plainNumber(typed));
    return commit(typed.trim() === "" ? undefined : Number.isNaN(number) ? typed : number);
  };
  return (
    <EditField
      label="Parcels"
      path={path}
      numeric
      width="6rem"
      unit="at most"
      placeholder="none"
      value={value === undefined ? "" : String(value)}
      readOnly={!mayEdit}
      onCommit={onCommit}
    />
  );
}

/** The value of a choice that no tariff's code can be. */
const LIVE = "·live";

function RateSource({
  path,
  rate,
  tariffs,
}: {
  readonly path: string;
  readonly rate: Service["rate"];
  readonly tariffs: readonly Option[];
}) {
  const { mayEdit } = useDraft();
  const commit = useCommit(path, rate as Json);
  const live = "live" in rate ? [{ value: LIVE, name: rateWords({ rate }) }] : [];
  const options = [...live, { value: "", name: "costs nothing" }, ...tariffs];
  return (
    <ChoiceField
      label="Rate from"
      path={path}
      value={"tariff" in rate ? rate.tariff : "live" in rate ? LIVE : ""}
      options={options}
      readOnly={!mayEdit}
      onCommit={(chosen) =>
        commit(chosen === LIVE ? (rate as Json) : chosen === "" ? { none: true } : { tariff: chosen })
      }
    />
  );
}
