"use client";

import Link from "next/link";
import type { Carrier } from "@/core/setup/carrier";
import { joinPath } from "@/core/setup/path";
import type { Service } from "@/core/setup/service";
import {
  AddMember,
  DraftChoice,
  DraftSwitch,
  DraftText,
  FindingsNote,
  RemoveMember,
  type Notice,
} from "@/features/draft";
import { PageHead } from "@/ui/parts/page-head";
import { Record, Section } from "@/ui/parts/section";
import { limitWords, rateWords, tierNames, transitWords } from "./service-words";

const weightUnits = ["kg", "g", "lb", "oz"].map((unit) => ({ value: unit, name: unit }));

/** A firm that transports, with its services at a glance. */
export function CarrierRecord({
  carrier,
  services,
  notices,
}: {
  readonly carrier: Carrier;
  readonly services: readonly Service[];
  readonly notices: readonly Notice[];
}) {
  const path = joinPath("carriers", carrier.code);
  const at = (field: string) => `${path}/${field}`;
  return (
    <>
      <PageHead
        above={`Carrier ${carrier.code} · ${carrier.country} · bills in ${carrier.currency}`}
        title={carrier.name}
      >
        <RemoveMember path={path} value={carrier} home="/carriers" />
      </PageHead>
      <FindingsNote notices={notices} />
      <ServiceTable services={services} />
      <div className="-mx-3 mb-2">
        <AddMember
          what="a service"
          list="services"
          home="/services"
          template={(code, name) => ({
            code,
            name,
            carrier: carrier.code,
            tier: "standard",
            transit: { minDays: 1, maxDays: 3 },
            rate: { none: true },
            active: true,
          })}
        />
      </div>
      <Record>
        <Section name="Identity">
          <DraftText label="Name" path={at("name")} value={carrier.name} />
          <DraftText label="Legal name" path={at("legalName")} value={carrier.legalName} optional />
          <DraftText label="Country" path={at("country")} value={carrier.country} width="4rem" />
          <DraftText label="Tax number" path={at("taxId")} value={carrier.taxId} optional />
          <DraftText label="SCAC" path={at("scac")} value={carrier.scac} optional width="6rem" />
          <DraftText label="Website" path={at("website")} value={carrier.website} optional />
          <DraftText label="Language" path={at("language")} value={carrier.language} optional width="5rem" />
          <DraftSwitch label="In use" path={at("active")} value={carrier.active} />
        </Section>
        <Section name="Bills in">
          <DraftText label="Currency" path={at("currency")} value={carrier.currency} width="5rem" />
          <DraftChoice
            label="Weights in"
            path={at("units/weight")}
            value={carrier.units.weight}
            options={weightUnits}
          />
        </Section>
        <Section name="Contacts">
          <List
            items={(carrier.contacts ?? []).map((contact) =>
              [contact.name, contact.phone, contact.email].filter(Boolean).join(" · "),
            )}
            none="No contact yet."
          />
        </Section>
        <Section name="Addresses">
          <List
            items={(carrier.addresses ?? []).map(
              (entry) =>
                `${entry.code}: ${[...entry.lines, entry.postcode, entry.city, entry.country].join(", ")}`,
            )}
            none="No address yet."
          />
        </Section>
        <Section name="Fuel index">
          <List
            items={(carrier.fuelIndex ?? []).map((entry) => `from ${entry.from}: ${entry.percent} %`)}
            none="No fuel index."
          />
        </Section>
      </Record>
    </>
  );
}

function List({ items, none }: { readonly items: readonly string[]; readonly none: string }) {
  if (items.length === 0) return <p className="text-soft">{none}</p>;
  return (
    <ul>
      {items.map((item) => (
        <li key={item}>{item}</li>
      ))}
    </ul>
  );
}

function ServiceTable({ services }: { readonly services: readonly Service[] }) {
  if (services.length === 0) return <p className="mb-2 text-soft">This carrier has no service yet.</p>;
  return (
    <div className="sheet relative mb-2 overflow-x-auto">
      <table className="narrow w-full border-collapse">
        <thead className="text-left text-xs text-soft">
          <tr className="border-b border-hairline [&>th]:px-3 [&>th]:py-1.5 [&>th]:font-normal">
            <th>Service</th>
            <th>Tier</th>
            <th>Leaves from</th>
            <th>Transit, working days</th>
            <th>Limits</th>
            <th>Rate</th>
          </tr>
        </thead>
        <tbody>
          {services.map((service) => (
            <tr
              key={service.code}
              className="border-b border-hairline last:border-0 [&>td]:h-[30px] [&>td]:px-3"
            >
              <td className="font-semibold">
                <Link
                  prefetch={false}
                  href={`/services/${encodeURIComponent(service.code)}`}
                  className="link"
                >
                  {service.name}
                </Link>
                {!service.active && <span className="ml-1 text-faint">off</span>}
              </td>
              <td>{tierNames[service.tier]}</td>
              <td>{service.origins?.join(", ") ?? "every origin"}</td>
              <td>{transitWords(service)}</td>
              <td>{limitWords(service) || <span className="text-faint">none</span>}</td>
              <td>{rateWords(service)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
