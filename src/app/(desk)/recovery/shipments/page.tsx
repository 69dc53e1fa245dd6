import type { Metadata } from "next";
import { recoveryQuery, ShipmentsPage } from "@/features/recovery";
import { loadShipments } from "@/features/recovery/load";
import { NotForYou } from "@/ui/parts/not-for-you";

export const metadata: Metadata = { title: "Shipments" };

interface Props {
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

export default async function Shipments({ searchParams }: Props) {
  const parts = await loadShipments(recoveryQuery(await searchParams));
  if (!parts) return <NotForYou who="Coordinators, finance and administrators" />;
  return parts.shipments ? (
    <ShipmentsPage parts={parts.shipments} />
  ) : (
    <p className="px-[18px] py-6 text-soft">No order is confirmed yet.</p>
  );
}
