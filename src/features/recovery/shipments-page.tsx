"use client";

import Link from "next/link";
import { PageHead } from "@/ui/parts/page-head";
import { signed } from "@/ui/signed";
import { useAddress } from "@/ui/use-address";
import { ExportLinks } from "./export-links";
import type { ShipmentsParts } from "./load";
import { monthName } from "./months-choice";
import { ShipmentRows } from "./shipment-rows";

const PAGE = 100;

/** The shipments behind a figure, those that lost most first, with their sum. */
export function ShipmentsPage({
  parts: { homeCurrency, months, sum, filters, rows, page },
}: {
  readonly parts: ShipmentsParts;
}) {
  const { say } = useAddress();
  const pages = Math.max(1, Math.ceil(sum.shipments / PAGE));
  return (
    <div className="px-[18px] py-4">
      <PageHead
        above={
          <>
            <Link prefetch={false} className="link" href={`/recovery?from=${months.from}&to=${months.to}`}>
              Recovery
            </Link>{" "}
            · {monthName(months.from)} to {monthName(months.to)}
          </>
        }
        title={filters.length > 0 ? filters.join(" · ") : "All shipments"}
      >
        <ExportLinks what="shipments" />
      </PageHead>
      <p className="mb-2">
        {sum.shipments} {sum.shipments === 1 ? "shipment" : "shipments"}: charged <b>{sum.charged}</b>, cost{" "}
        <b>{sum.cost}</b> {homeCurrency} (billed {sum.billed} for {sum.billedShipments} of them), margin{" "}
        <b className={sum.margin.startsWith("-") ? "text-loss" : ""}>
          {signed(sum.margin)} {homeCurrency}
        </b>
        .
      </p>
      {rows.length > 0 && <ShipmentRows rows={rows} currency={homeCurrency} />}
      {pages > 1 && (
        <p className="mt-2 flex gap-3">
          <button
            type="button"
            className="link disabled:text-soft"
            disabled={page === 0}
            onClick={() => say({ page: page > 1 ? String(page) : "" })}
          >
            Previous
          </button>
          <span>
            Page {page + 1} of {pages}
          </span>
          <button
            type="button"
            className="link disabled:text-soft"
            disabled={page + 1 >= pages}
            onClick={() => say({ page: String(page + 2) })}
          >
            Next
          </button>
        </p>
      )}
    </div>
  );
}
