import type { Carrier } from "@/core/setup/carrier";
import type { Service } from "@/core/setup/service";
import { tierNames, transitWords } from "./service-words";

/** All carriers with their services on one list. */
export function CarrierListSheet({
  carriers,
  services,
}: {
  readonly carriers: readonly Carrier[];
  readonly services: readonly Service[];
}) {
  return (
    <table className="w-full border-collapse">
      <thead className="text-left">
        <tr className="border-b-2 border-ink [&>th]:py-1 [&>th]:pr-3">
          <th>Carrier</th>
          <th>Bills in</th>
          <th>Service</th>
          <th>Tier</th>
          <th>Working days</th>
          <th>Contact</th>
        </tr>
      </thead>
      <tbody>
        {carriers.flatMap((carrier) => {
          const own = services.filter((service) => service.carrier === carrier.code);
          const [contact] = carrier.contacts ?? [];
          return (own.length > 0 ? own : [undefined]).map((service, i) => (
            <tr
              key={`${carrier.code} ${service?.code ?? ""}`}
              className="border-b border-hairline [&>td]:py-0.5 [&>td]:pr-3"
            >
              <td className="font-semibold">{i === 0 ? carrier.name : ""}</td>
              <td>{i === 0 ? carrier.currency : ""}</td>
              <td>{service ? `${service.name}${service.active ? "" : " (off)"}` : "no service"}</td>
              <td>{service ? tierNames[service.tier] : ""}</td>
              <td>{service ? transitWords(service) : ""}</td>
              <td>{i === 0 && contact ? [contact.name, contact.phone].filter(Boolean).join(" · ") : ""}</td>
            </tr>
          ));
        })}
      </tbody>
    </table>
  );
}
