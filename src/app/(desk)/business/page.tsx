import type { Metadata } from "next";
import { BusinessRecord } from "@/features/business";
import { loadDraft } from "@/features/draft/load";
import { GateRules } from "@/features/gate";
import { loadGateRules } from "@/features/gate/load";

export const metadata: Metadata = { title: "Business" };

const own = /^(business|sourcing|exchangeRates|chargeTypes)(\/|$)/;

export default async function BusinessPage() {
  const { setup, findings } = await loadDraft();
  const publishing = await loadGateRules();
  if (!setup) return null;
  return (
    <BusinessRecord
      setup={{
        business: setup.business,
        exchangeRates: setup.exchangeRates,
        chargeTypes: setup.chargeTypes,
        sourcing: setup.sourcing,
        origins: setup.origins,
      }}
      publishing={publishing && <GateRules {...publishing} />}
      notices={findings.filter((notice) => own.test(notice.source))}
    />
  );
}
