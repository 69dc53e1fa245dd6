"use client";

import { RecoveryHead } from "@/features/recovery";
import { ListTable } from "@/ui/parts/list-table";
import { useAddress } from "@/ui/use-address";
import type { MonthEndParts } from "./load";

/** What is to be booked at a month's end: what left and is on no bill, what was billed in it, and the journal as a file. */
export function MonthEndPage({ parts }: { readonly parts: MonthEndParts | undefined }) {
  const { say } = useAddress();
  if (!parts)
    return (
      <div className="px-[18px] py-4">
        <RecoveryHead at="month-end" maySeeBills title="Month end" />
        <p className="text-soft">No order has left yet.</p>
      </div>
    );
  const { month, months, end, homeCurrency, accrual, accrued, billed } = parts;
  return (
    <div className="px-[18px] py-4">
      <RecoveryHead at="month-end" maySeeBills title="Month end">
        <label className="flex items-baseline gap-1.5">
          <span className="text-soft">Month</span>
          <input
            type="month"
            min={months.from}
            max={months.to}
            value={month}
            onChange={({ target }) => target.value !== "" && say({ month: target.value })}
            className="h-7 rounded-md border border-edge bg-sheet px-1"
          />
        </label>
        <a className="link" href={`/recovery/month-end/journal?month=${month}`}>
          Export the journal (CSV)
        </a>
      </RecoveryHead>
      <section aria-label="Left and not billed">
        <h2>
          Left by {end} and not billed by then: {accrued} {homeCurrency} to accrue
        </h2>
        {accrual.length === 0 ? (
          <p className="text-soft">Everything that left in the year before is billed.</p>
        ) : (
          <ListTable
            heads={[
              "Carrier",
              "Service",
              "Shipments",
              `Left in the month, ${homeCurrency}`,
              "Left before",
              "To accrue, without tax",
            ]}
            narrow
            figuresFrom={2}
          >
            {accrual.map(
              ({ carrier, carrierName, service, serviceName, shipments, inMonth, before, expected }) => (
                <tr
                  key={`${carrier}/${service}`}
                  className="border-b border-hairline last:border-0 [&>td]:px-3 [&>td]:py-0.5"
                >
                  <td>{carrierName}</td>
                  <td>{serviceName}</td>
                  <td className="text-right">{shipments}</td>
                  <td className="text-right">{inMonth}</td>
                  <td className="text-right">{before}</td>
                  <td className="text-right font-semibold">{expected}</td>
                </tr>
              ),
            )}
          </ListTable>
        )}
      </section>
      <section aria-label="Billed" className="mt-4">
        <h2>Billed in the month, by the bills&apos; dates</h2>
        {billed.length === 0 ? (
          <p className="text-soft">No bill is dated in this month.</p>
        ) : (
          <ListTable
            heads={[
              "Carrier",
              "Bills",
              `Of our shipments, ${homeCurrency}`,
              "Billed twice, unknown or not agreed",
              "Fees",
              "Total without tax",
            ]}
            narrow
            figuresFrom={1}
          >
            {billed.map((row) => (
              <tr
                key={row.carrier}
                className="border-b border-hairline last:border-0 [&>td]:px-3 [&>td]:py-0.5"
              >
                <td>{row.carrierName}</td>
                <td className="text-right">{row.bills}</td>
                <td className="text-right">{row.matched}</td>
                <td className="text-right">{row.others}</td>
                <td className="text-right">{row.fees}</td>
                <td className="text-right font-semibold">{row.total}</td>
              </tr>
            ))}
          </ListTable>
        )}
      </section>
    </div>
  );
}
