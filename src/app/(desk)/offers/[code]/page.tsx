import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { noticesFor } from "@/features/draft/notice";
import { loadDraft } from "@/features/draft/load";
import { OfferPage, OffersSide } from "@/features/offers";
import { loadFormerPlans } from "@/features/offers/load";
import { ruleChoices } from "@/features/rules/rule-choices";
import { TwoPanes } from "@/ui/parts/two-panes";

export const metadata: Metadata = { title: "Offers" };

const option = ({ code, name }: { readonly code: string; readonly name: string }) => ({ value: code, name });

export default async function Offer({ params }: { readonly params: Promise<{ code: string }> }) {
  const code = decodeURIComponent((await params).code);
  const { setup, findings } = await loadDraft();
  const offer = setup?.offers.find((entry) => entry.code === code);
  if (!setup || !offer) notFound();
  const { homeCurrency, deliveryTaxPercent } = setup.business;
  return (
    <TwoPanes
      side={
        <OffersSide
          channels={setup.channels}
          offers={setup.offers}
          current={code}
          homeCurrency={homeCurrency}
          services={setup.services.map(({ code: of, active }) => ({ code: of, active }))}
        />
      }
    >
      <OfferPage
        key={code}
        offer={offer}
        channels={setup.channels}
        services={setup.services.map(option)}
        choices={ruleChoices(setup)}
        former={await loadFormerPlans(code)}
        chargeTypes={setup.chargeTypes.map(option)}
        sellTariffs={setup.tariffs.filter((tariff) => tariff.side === "sell").map(option)}
        homeCurrency={homeCurrency}
        businessTax={deliveryTaxPercent}
        notices={noticesFor(findings, `offers/${code}`)}
      />
    </TwoPanes>
  );
}
