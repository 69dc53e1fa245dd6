"use client";

import type { Carrier } from "@/core/setup/carrier";
import type { Service } from "@/core/setup/service";
import { AddMember } from "@/features/draft";
import { SideList, type SideEntry } from "@/ui/parts/side-list";

interface Props {
  readonly carriers: readonly Carrier[];
  readonly services: readonly Pick<Service, "code" | "name" | "carrier" | "tier" | "active">[];
  /** A carrier's or a service's key. */
  readonly current: string | undefined;
  readonly country: string;
  readonly currency: string;
}

/** Carriers with their services under them. */
export function CarriersSide({ carriers, services, current, country, currency }: Props) {
  const entries = carriers.flatMap((carrier): SideEntry[] => {
    const own = services.filter((service) => service.carrier === carrier.code);
    return [
      {
        key: `carrier ${carrier.code}`,
        href: `/carriers/${encodeURIComponent(carrier.code)}`,
        title: <span className="font-semibold">{carrier.name}</span>,
        mark: carrier.active ? carrier.currency : "off",
        faded: !carrier.active,
      },
      ...own.map((service) => ({
        key: `service ${service.code}`,
        href: `/services/${encodeURIComponent(service.code)}`,
        title: <span className="pl-3">{service.name}</span>,
        mark: <span className="text-soft">{service.active ? service.tier : "off"}</span>,
        faded: !service.active,
      })),
    ];
  });
  return (
    <>
      <SideList label="Carriers and services" entries={entries} current={current} empty="No carrier yet." />
      <AddMember
        what="a carrier"
        list="carriers"
        home="/carriers"
        template={(code, name) => ({
          code,
          name,
          country,
          currency,
          units: { weight: "kg", volume: "m3" },
          workdays: [1, 2, 3, 4, 5],
          active: true,
        })}
      />
    </>
  );
}
