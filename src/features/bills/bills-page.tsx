"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { RecoveryHead } from "@/features/recovery";
import { Button } from "@/ui/parts/button";
import { ListTable } from "@/ui/parts/list-table";
import type { BillsParts } from "./load";
import { signed } from "@/ui/signed";

/** Bills of carriers, each with what was expected of its shipments, and what nobody has billed yet. */
export function BillsPage({
  parts: { bills, waiting, homeCurrency, carriers },
}: {
  readonly parts: BillsParts;
}) {
  const router = useRouter();
  const names = new Map(carriers.map(({ code, name }) => [code, name]));
  return (
    <div className="px-[18px] py-4">
      <RecoveryHead at="bills" maySeeBills title="Bills">
        <Button kind="main" onClick={() => router.push("/recovery/~bill")}>
          Import a bill
        </Button>
      </RecoveryHead>
      {bills.length === 0 && (
        <p className="max-w-[46rem]">
          No carrier's bill has been imported yet. Import one as CSV, as a workbook, or as a UBL 2.1 invoice:
          each of its shipments is found among yours, held beside what it was expected to cost, and every
          difference is told apart: another service, zone, weight, day, surcharge or exchange rate.
        </p>
      )}
      {bills.length > 0 && (
        <ListTable
          heads={[
            "Bill",
            "Carrier",
            "Date",
            "Shipments",
            "Matched",
            `Expected, ${homeCurrency}`,
            `Billed, ${homeCurrency}`,
            `Billed less expected, ${homeCurrency}`,
            "Bill's total, without tax",
          ]}
          figuresFrom={3}
        >
          {bills.map((bill) => (
            <tr key={bill.id} className="border-b border-hairline last:border-0 [&>td]:px-3 [&>td]:py-1.5">
              <td>
                <Link prefetch={false} className="link" href={`/recovery/bills/${bill.id}`}>
                  {bill.number}
                </Link>
              </td>
              <td>{names.get(bill.carrier) ?? bill.carrier}</td>
              <td>{bill.date}</td>
              <td className="text-right">{bill.shipments}</td>
              <td className={`text-right ${bill.matched < bill.shipments ? "font-semibold text-loss" : ""}`}>
                {bill.matched}
              </td>
              <td className="text-right">{bill.expected}</td>
              <td className="text-right">{bill.billed}</td>
              <td className={`text-right font-semibold ${Number(bill.difference) > 0 ? "text-loss" : ""}`}>
                {signed(bill.difference)}
              </td>
              <td className="text-right">
                {bill.total} {bill.currency}
              </td>
            </tr>
          ))}
        </ListTable>
      )}
      {waiting.some(({ shipments }) => shipments > 0) && (
        <section aria-label="Not billed yet" className="mt-4 max-w-[60rem]">
          <h2>Not billed yet</h2>
          <p className="text-soft">
            Left 14 days and more before the carrier&apos;s last bill, and on none of them.
          </p>
          <ul>
            {waiting.map(({ carrier, name, shipments, orders }) => (
              <li key={carrier}>
                <b>{name}</b>: {shipments} {shipments === 1 ? "shipment" : "shipments"}
                {orders.length > 0 && (
                  <span className="text-soft">
                    , of{" "}
                    {orders.slice(0, 6).map((order, i) => (
                      <span key={order}>
                        {i > 0 && ", "}
                        <Link prefetch={false} className="link" href={`/orders/${encodeURIComponent(order)}`}>
                          {order}
                        </Link>
                      </span>
                    ))}
                    {shipments > 6 && " and others"}
                  </span>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}
