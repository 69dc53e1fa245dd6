import type { Metadata } from "next";
import Link from "next/link";
import { loadDraft } from "@/features/draft/load";
import { businessToday, tariffSummaries } from "@/features/tariffs/load";
import { AddTariff, TariffList } from "@/features/tariffs";
import { PageHead } from "@/ui/parts/page-head";

export const metadata: Metadata = { title: "Tariffs" };

export default async function Tariffs() {
  const { setup, findings, mayEdit } = await loadDraft();
  if (!setup) return null;
  const today = await businessToday(setup);
  const buy = setup.tariffs.filter((tariff) => tariff.side === "buy").length;
  return (
    <div className="px-[18px] py-4">
      <PageHead
        above={`${buy} for what we pay, ${setup.tariffs.length - buy} for what we charge`}
        title="Tariffs"
      >
        {mayEdit && (
          <Link prefetch={false} className="link" href="/tariffs/+file">
            Import rates
          </Link>
        )}
      </PageHead>
      {setup.tariffs.length === 0 ? (
        <p className="sheet px-4 py-6 text-soft">
          No freight table yet. A tariff has zones down, breaks across, and money in its cells
          {setup.zoneCharts.length === 0 ? "; it needs a zone chart first." : "."}
        </p>
      ) : (
        <TariffList tariffs={await tariffSummaries(setup, findings, today)} today={today} />
      )}
      <AddTariff
        charts={setup.zoneCharts.map(({ code, name, zones }) => ({ code, name, zones }))}
        currency={setup.business.homeCurrency}
        today={today}
        taken={setup.tariffs.map((tariff) => tariff.code)}
      />
    </div>
  );
}
