"use client";

import Link from "next/link";
import type { Carrier } from "@/core/setup/carrier";
import { joinPath } from "@/core/setup/path";
import type { Service } from "@/core/setup/service";
import {
  DraftPick,
  AddMember,
  DraftChoice,
  DraftSwitch,
  DraftText,
  DraftWorkdays,
  FindingsNote,
  MemberHead,
  type Notice,
} from "@/features/draft";
import { countries, currencies } from "@/messages/pickables";
import { Record, Section } from "@/ui/parts/section";
import { CarrierAccounts } from "./carrier-accounts";
import { CarrierConnections } from "./carrier-connections";
import { CarrierAddresses, CarrierContacts } from "./carrier-lists";
import { CarrierSecrets } from "./carrier-secrets";
import { FuelIndex } from "./fuel-index";
import type { PrivateParts } from "./load";
import { ServiceTable } from "./service-table";

interface Props {
  readonly carrier: Carrier;
  readonly services: readonly Service[];
  /** The codes of all services there are. */
  readonly taken: readonly string[];
  /** The ways to its system, where it has any. */
  readonly connections: readonly { readonly code: string; readonly adapter: string }[];
  /** The codes of all connections there are. */
  readonly takenConnections: readonly string[];
  readonly origins: readonly { readonly value: string; readonly name: string }[];
  readonly parts: PrivateParts;
  readonly notices: readonly Notice[];
}

const named = (units: readonly string[]) => units.map((unit) => ({ value: unit, name: unit }));
const weightUnits = named(["kg", "g", "lb", "oz"]);
const volumeUnits = named(["m3", "l", "cm3", "ft3", "in3"]);

/** A firm that transports, with its services at a glance. */
export function CarrierRecord(props: Props) {
  const { carrier, services, taken, origins, parts, notices } = props;
  const path = joinPath("carriers", carrier.code);
  const at = (field: string) => `${path}/${field}`;
  const page = `/carriers/${encodeURIComponent(carrier.code)}`;
  return (
    <>
      <MemberHead
        list="carriers"
        member={carrier}
        value={carrier}
        what="Carrier"
        about={`${carrier.country} · bills in ${carrier.currency}`}
        page="/carriers"
        home="/carriers"
      >
        <Link prefetch={false} className="link" href={`${page}/sheet`}>
          Sheet to print
        </Link>
        <Link
          prefetch={false}
          className="link"
          href={`/services/compare?carrier=${encodeURIComponent(carrier.code)}`}
        >
          Compare its services
        </Link>
      </MemberHead>
      <FindingsNote notices={notices} />
      <ServiceTable services={services} />
      <div className="-mx-3 mb-2">
        <AddMember
          what="a service"
          list="services"
          home="/services"
          taken={taken}
          prefix={carrier.code}
          template={(code, name) => ({
            code,
            name,
            carrier: carrier.code,
            tier: "standard",
            transit: { minDays: 1, maxDays: 3 },
            // off until somebody says what it costs
            rate: { none: true },
            active: false,
          })}
        />
      </div>
      <Record>
        <Section name="Identity">
          <DraftText label="Name" path={at("name")} value={carrier.name} />
          <DraftText label="Legal name" path={at("legalName")} value={carrier.legalName} optional />
          <DraftPick label="Country" path={at("country")} value={carrier.country} options={countries} />
          <DraftText label="Tax number" path={at("taxId")} value={carrier.taxId} optional />
          <DraftText
            label="SCAC"
            path={at("scac")}
            value={carrier.scac}
            optional
            width="6rem"
            unit="its code on waybills"
          />
          <DraftText label="Website" path={at("website")} value={carrier.website} optional />
          <DraftText label="Language" path={at("language")} value={carrier.language} optional width="5rem" />
          <DraftSwitch label="In use" path={at("active")} value={carrier.active} />
        </Section>
        <Section name="Counts in">
          <DraftPick label="Currency" path={at("currency")} value={carrier.currency} options={currencies} />
          <DraftChoice
            label="Weights"
            path={at("units/weight")}
            value={carrier.units.weight}
            options={weightUnits}
          />
          <DraftChoice
            label="Volumes"
            path={at("units/volume")}
            value={carrier.units.volume}
            options={volumeUnits}
          />
          <DraftWorkdays path={at("workdays")} workdays={carrier.workdays} />
        </Section>
        <Section name="Fuel index">
          <FuelIndex path={at("fuelIndex")} carrier={carrier} notices={notices} />
        </Section>
        <CarrierConnections
          carrier={carrier.code}
          connections={props.connections}
          taken={props.takenConnections}
        />
        <Section name="Account numbers">
          {parts.accounts ? (
            <CarrierAccounts carrier={carrier.code} accounts={parts.accounts} origins={origins} />
          ) : (
            <p className="text-soft">Shown to coordinators, finance and administrators.</p>
          )}
        </Section>
        <Section name="Bank and sign-ins">
          {parts.secrets ? (
            <CarrierSecrets carrier={carrier.code} secrets={parts.secrets} />
          ) : (
            <p className="text-soft">Only finance and administrators see bank accounts and sign-ins.</p>
          )}
        </Section>
      </Record>
      <CarrierAddresses path={at("addresses")} carrier={carrier} notices={notices} />
      <CarrierContacts path={at("contacts")} carrier={carrier} notices={notices} />
    </>
  );
}
