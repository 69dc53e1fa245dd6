import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { CarrierSheet } from "@/features/carriers";
import { loadDraft } from "@/features/draft/load";
import { PrintPage } from "@/ui/parts/print-page";

export const metadata: Metadata = { title: "Carrier sheet" };

export default async function SheetPage({ params }: { readonly params: Promise<{ code: string }> }) {
  const code = decodeURIComponent((await params).code);
  const { setup } = await loadDraft();
  const carrier = setup?.carriers.find((entry) => entry.code === code);
  if (!setup || !carrier) notFound();
  return (
    <PrintPage title="Carrier sheet" about={setup.business.name}>
      <CarrierSheet
        carrier={carrier}
        services={setup.services.filter((service) => service.carrier === code)}
        home={setup.business.homeCurrency}
      />
    </PrintPage>
  );
}
