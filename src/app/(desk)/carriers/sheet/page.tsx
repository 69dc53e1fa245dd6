import type { Metadata } from "next";
import { CarrierListSheet } from "@/features/carriers";
import { loadDraft } from "@/features/draft/load";
import { PrintPage } from "@/ui/parts/print-page";

export const metadata: Metadata = { title: "Carrier list" };

export default async function ListPage() {
  const { setup } = await loadDraft();
  if (!setup) return null;
  return (
    <PrintPage title="Carriers and services" about={setup.business.name}>
      <CarrierListSheet carriers={setup.carriers} services={setup.services} />
    </PrintPage>
  );
}
