import type { Carrier } from "@/core/setup/carrier";
import type { Service } from "@/core/setup/service";
import { writeTable } from "@/tabular/write-table";

/** The carriers with their services as a table: a line a service, carriers without one a line of their own. */
export function carrierCsv(carriers: readonly Carrier[], services: readonly Service[]): string {
  const head = [
    "carrier",
    "carrier name",
    "legal name",
    "country",
    "currency",
    "tax number",
    "SCAC",
    "contact",
    "telephone",
    "e-mail",
    "service",
    "service name",
    "tier",
    "min days",
    "max days",
    "in use",
  ];
  const rows = carriers.flatMap((carrier) => {
    const [contact] = carrier.contacts ?? [];
    const own = services.filter((service) => service.carrier === carrier.code);
    const who = [
      carrier.code,
      carrier.name,
      carrier.legalName ?? "",
      carrier.country,
      carrier.currency,
      carrier.taxId ?? "",
      carrier.scac ?? "",
      contact?.name ?? "",
      contact?.phone ?? "",
      contact?.email ?? "",
    ];
    if (own.length === 0) return [[...who, "", "", "", "", "", carrier.active ? "yes" : "no"]];
    return own.map((service) => [
      ...who,
      service.code,
      service.name,
      service.tier,
      String(service.transit.minDays),
      String(service.transit.maxDays),
      carrier.active && service.active ? "yes" : "no",
    ]);
  });
  return writeTable(head, rows);
}
