import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { CarriersSide, ServiceRecord } from "@/features/carriers";
import { chartOfService } from "@/features/carriers/load";
import { noticesFor } from "@/features/draft/notice";
import { loadDraft } from "@/features/draft/load";
import { ruleChoices } from "@/features/rules/rule-choices";
import { TwoPanes } from "@/ui/parts/two-panes";

export const metadata: Metadata = { title: "Services" };

const option = ({ code, name }: { readonly code: string; readonly name: string }) => ({ value: code, name });

export default async function ServicePage({ params }: { readonly params: Promise<{ code: string }> }) {
  const code = decodeURIComponent((await params).code);
  const { setup, findings } = await loadDraft();
  const service = setup?.services.find((entry) => entry.code === code);
  if (!setup || !service) notFound();
  return (
    <TwoPanes
      side={
        <CarriersSide
          carriers={setup.carriers}
          services={setup.services}
          current={`service ${code}`}
          country={setup.business.country}
          currency={setup.business.homeCurrency}
        />
      }
    >
      <ServiceRecord
        key={code}
        service={service}
        carrier={setup.carriers.find((entry) => entry.code === service.carrier)}
        choices={ruleChoices(setup)}
        connections={setup.connections}
        chargeTypes={setup.chargeTypes.map(option)}
        chart={chartOfService(setup, code)}
        buyTariffs={setup.tariffs.filter((tariff) => tariff.side === "buy").map(option)}
        offers={setup.offers.filter((offer) => offer.services.includes(code))}
        homeCurrency={setup.business.homeCurrency}
        notices={noticesFor(findings, `services/${code}`)}
      />
    </TwoPanes>
  );
}
