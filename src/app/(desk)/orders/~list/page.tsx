import type { Metadata } from "next";
import { OrderTable } from "@/features/order-table";
import { loadTable, type TableQuery } from "@/features/order-table/load";

export const metadata: Metadata = { title: "Orders as a table" };

export default async function OrderList({ searchParams }: { readonly searchParams: Promise<TableQuery> }) {
  const { cols: _, ...asked } = await searchParams;
  const table = await loadTable(asked);
  if (!table) return <p className="px-[18px] py-6 text-soft">No business is set up yet.</p>;
  return <OrderTable {...table} />;
}
