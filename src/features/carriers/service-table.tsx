import Link from "next/link";
import type { Service } from "@/core/setup/service";
import { limitWords, rateWords, tierNames, transitWords } from "./service-words";
import { ListTable } from "@/ui/parts/list-table";

/** A carrier's services at a glance. */
export function ServiceTable({ services }: { readonly services: readonly Service[] }) {
  if (services.length === 0) return <p className="mb-2 text-soft">This carrier has no service yet.</p>;
  return (
    <div className="mb-2">
      <ListTable heads={["Service", "Tier", "Leaves from", "Transit, working days", "Limits", "Rate"]} narrow>
        {services.map((service) => (
          <tr
            key={service.code}
            className="border-b border-hairline last:border-0 [&>td]:h-[30px] [&>td]:px-3"
          >
            <td className="font-semibold">
              <Link prefetch={false} href={`/services/${encodeURIComponent(service.code)}`} className="link">
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
      </ListTable>
    </div>
  );
}
