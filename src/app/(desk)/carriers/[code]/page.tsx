import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { CarrierRecord, CarriersSide } from "@/features/carriers";
import { loadPrivate } from "@/features/carriers/load";
import { noticesFor } from "@/features/draft/notice";
import { loadDraft } from "@/features/draft/load";
import { TwoPanes } from "@/ui/parts/two-panes";

export const metadata: Metadata = { title: "Carriers" };

export default async function CarrierPage({ params }: { readonly params: Promise<{ code: string }> }) {
  const code = decodeURIComponent((await params).code);
  const { setup, findings } = await loadDraft();
  const carrier = setup?.carriers.find((entry) => entry.code === code);
  if (!setup || !carrier) notFound();
  const parts = await loadPrivate(code);
  return (
    <TwoPanes
      side={
        <CarriersSide
          carriers={setup.carriers}
          services={setup.services}
          current={`carrier ${code}`}
          country={setup.business.country}
          currency={setup.business.homeCurrency}
        />
      }
    >
      <CarrierRecord
        key={code}
        carrier={carrier}
        services={setup.services.filter((service) => service.carrier === code)}
        taken={setup.services.map((service) => service.code)}
        origins={setup.origins.map((origin) => ({ value: origin.code, name: origin.name }))}
        connections={setup.connections.filter((one) => one.carrier === code)}
        takenConnections={setup.connections.map((one) => one.code)}
        parts={parts}
        notices={noticesFor(findings, `carriers/${code}`)}
      />
    </TwoPanes>
  );
}
