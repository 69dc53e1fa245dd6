"use client";

import Link from "next/link";
import type { Carrier } from "@/core/setup/carrier";
import type { Service } from "@/core/setup/service";
import { AddMember } from "@/features/draft";
import { download } from "@/features/import";
import { suspendedMark, useSuspended } from "@/features/suspensions";
import { useListSearch } from "@/ui/parts/list-search";
import { SideList, type SideEntry } from "@/ui/parts/side-list";

interface Props {
  readonly carriers: readonly Carrier[];
  readonly services: readonly Service[];
  /** A carrier's or a service's key. */
  readonly current: string | undefined;
  readonly country: string;
  readonly currency: string;
}

/** Carriers with their services under them. */
export function CarriersSide({ carriers, services, current, country, currency }: Props) {
  const suspended = useSuspended();
  const search = useListSearch("Search carriers and services", carriers.length + services.length);
  const entries = carriers.flatMap((carrier): SideEntry[] => {
    const isFound = search.holds(`${carrier.code} ${carrier.name}`);
    // a carrier's services are found with it, and it stands above each of them that is found
    const own = services.filter(
      ({ code, name, carrier: of }) => of === carrier.code && (isFound || search.holds(`${code} ${name}`)),
    );
    if (!isFound && own.length === 0) return [];
    return [
      {
        key: `carrier ${carrier.code}`,
        href: search.carry(`/carriers/${encodeURIComponent(carrier.code)}`),
        title: <span className="font-semibold">{carrier.name}</span>,
        mark: carrier.active
          ? (suspendedMark(suspended("carrier", carrier.code)) ?? carrier.currency)
          : "off",
        faded: !carrier.active,
      },
      ...own.map((service) => ({
        key: `service ${service.code}`,
        href: search.carry(`/services/${encodeURIComponent(service.code)}`),
        title: <span className="pl-3">{service.name}</span>,
        mark: (service.active && suspendedMark(suspended("service", service.code))) || (
          <span className="text-soft">{service.active ? service.tier : "off"}</span>
        ),
        faded: !service.active,
      })),
    ];
  });
  return (
    <>
      {search.field}
      <SideList
        label="Carriers and services"
        entries={entries}
        current={current}
        empty={search.text === "" ? "No carrier yet." : `None is called “${search.text}”.`}
      />
      <AddMember
        what="a carrier"
        list="carriers"
        home="/carriers"
        taken={carriers.map((carrier) => carrier.code)}
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
      {carriers.length > 0 && (
        <p className="flex flex-wrap gap-x-3 px-3 pb-3 text-soft">
          <Link prefetch={false} className="link" href="/services/compare">
            Compare services
          </Link>
          <Link prefetch={false} className="link" href="/carriers/sheet">
            List to print
          </Link>
          <button type="button" className="link" onClick={() => void save(carriers, services)}>
            CSV
          </button>
        </p>
      )}
    </>
  );
}

async function save(carriers: readonly Carrier[], services: readonly Service[]): Promise<void> {
  const { carrierCsv } = await import("./carrier-csv");
  download("carriers.csv", carrierCsv(carriers, services));
}
