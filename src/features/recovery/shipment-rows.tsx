import Link from "next/link";
import { ListTable } from "@/ui/parts/list-table";
import { signed } from "@/ui/signed";
import type { ResultParts } from "./load";

/** Shipments, each with what it was charged, what it cost, and the one thing that made it lose. */
export function ShipmentRows({
  rows,
  currency,
}: {
  readonly rows: ResultParts["losses"];
  readonly currency: string;
}) {
  return (
    <ListTable
      heads={[
        "Order",
        "Left on",
        "To",
        "Service",
        "Zone",
        "Weight",
        "Why",
        `Charged, ${currency}`,
        "Expected cost",
        "Billed",
        "Margin",
      ]}
      narrow
      figuresFrom={7}
    >
      {rows.map((row) => (
        <tr key={row.key} className="border-b border-hairline last:border-0 [&>td]:px-3 [&>td]:py-0.5">
          <td>
            <Link prefetch={false} className="link" href={`/orders/${encodeURIComponent(row.order)}`}>
              {row.order}
            </Link>
          </td>
          <td className="whitespace-nowrap">{row.day}</td>
          <td>{row.country}</td>
          <td>{row.service}</td>
          <td>{row.zone}</td>
          <td>{row.weight}</td>
          <td>{row.why}</td>
          <td className="text-right">{row.charged ?? "no exchange rate"}</td>
          <td className="text-right">{row.expected ?? ""}</td>
          <td className="text-right">{row.billed ?? <span className="text-soft">not yet</span>}</td>
          <td className={`text-right ${row.margin?.startsWith("-") ? "font-semibold text-loss" : ""}`}>
            {row.margin === null ? "" : signed(row.margin)}
          </td>
        </tr>
      ))}
    </ListTable>
  );
}
