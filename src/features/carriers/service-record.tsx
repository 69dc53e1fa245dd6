"use client";

import Link from "next/link";
import type { Carrier } from "@/core/setup/carrier";
import { joinPath } from "@/core/setup/path";
import type { Connection } from "@/core/setup/offer";
import type { Service } from "@/core/setup/service";
import {
  DraftChoice,
  DraftPickMany,
  DraftPlaces,
  DraftSwitch,
  DraftText,
  FindingsNote,
  MemberHead,
  type Notice,
  useCommit,
} from "@/features/draft";
import { transportModes } from "@/core/setup/transport-mode";
import { modeNames } from "@/messages/mode-words";
import type { RuleChoices } from "@/features/rules";
import { Record, Section } from "@/ui/parts/section";
import { ServiceAccepts } from "./service-accepts";
import { ServiceLimits } from "./service-limits";
import { ServiceRate } from "./service-rate";
import { ServiceSurcharges } from "./service-surcharges";
import { ServiceTransit } from "./service-transit";
import { tierNames } from "./service-words";

interface Option {
  readonly value: string;
  readonly name: string;
}

interface Props {
  readonly service: Service;
  readonly carrier: Carrier | undefined;
  readonly choices: RuleChoices;
  readonly buyTariffs: readonly Option[];
  readonly connections: readonly Connection[];
  readonly chargeTypes: readonly Option[];
  /** Of the service's tariff. */
  readonly chart: string | undefined;
  readonly offers: readonly { readonly code: string; readonly name: string }[];
  readonly notices: readonly Notice[];
  /** Of the business: the currency of conditions. */
  readonly homeCurrency: string;
}

const modes = [
  { value: "", name: "not set" },
  ...transportModes.map((mode) => ({ value: mode, name: modeNames[mode] })),
];
const tiers = Object.entries(tierNames).map(([value, name]) => ({ value, name }));

/** One product of a carrier: what it takes, how big, how fast, at what rate. */
export function ServiceRecord(props: Props) {
  const { service, carrier, choices, offers, notices } = props;
  const path = joinPath("services", service.code);
  const at = (field: string) => `${path}/${field}`;
  const commitMode = useCommit(at("mode"), service.mode);
  const home = `/carriers/${encodeURIComponent(service.carrier)}`;
  return (
    <>
      <MemberHead
        list="services"
        member={service}
        value={service}
        what="Service"
        about={
          <>
            of{" "}
            <Link prefetch={false} className="link" href={home}>
              {carrier?.name ?? service.carrier}
            </Link>
          </>
        }
        page="/services"
        home={home}
      >
        <Link
          prefetch={false}
          className="link"
          href={`/services/compare?with=${encodeURIComponent(service.code)}`}
        >
          Compare
        </Link>
      </MemberHead>
      <FindingsNote notices={notices} />
      <Record>
        <Section name="Name">
          <DraftText label="Name" path={at("name")} value={service.name} />
          <DraftChoice label="Tier" path={at("tier")} value={service.tier} options={tiers} />
          <DraftChoice
            label="Carried by"
            path={at("mode")}
            value={service.mode ?? ""}
            options={modes}
            onCommit={(mode) => commitMode(mode === "" ? undefined : mode)}
          />
          <DraftSwitch label="In use" path={at("active")} value={service.active} />
        </Section>
        <Section name="Leaves from">
          <DraftPickMany
            label="Origins"
            path={at("origins")}
            value={service.origins}
            optional
            none="every origin"
            options={choices.origins}
          />
        </Section>
        <Section name="Goes to">
          <DraftPlaces
            label="Only to"
            path={at("destinations/only")}
            value={service.destinations?.only}
            none="wherever its chart goes"
            width="18rem"
          />
          <DraftPlaces
            label="But not to"
            path={at("destinations/not")}
            value={service.destinations?.not}
            none="no exception"
            width="18rem"
          />
        </Section>
        <ServiceTransit path={path} transit={service.transit} chart={props.chart} notices={notices} />
        <ServiceLimits path={path} limits={service.limits} />
        <ServiceAccepts path={path} accepts={service.accepts} goodsClasses={choices.goodsClasses} />
        <ServiceRate
          path={path}
          service={service}
          tariffs={props.buyTariffs}
          connections={props.connections}
          carrierName={carrier?.name ?? service.carrier}
        />
        <ServiceSurcharges
          path={at("surcharges")}
          service={service}
          choices={choices}
          chargeTypes={props.chargeTypes}
          currencies={{ carrier: carrier?.currency ?? "", home: props.homeCurrency }}
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
