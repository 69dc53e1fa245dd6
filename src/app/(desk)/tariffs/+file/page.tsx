import type { Metadata } from "next";
import Link from "next/link";
import { loadDraft } from "@/features/draft/load";
import { TariffImport } from "@/features/tariff-import";
import { importTargets } from "@/features/tariff-import/load";
import { businessToday } from "@/features/tariffs/load";
import { PageHead } from "@/ui/parts/page-head";

export const metadata: Metadata = { title: "Import rates" };

interface Props {
  readonly searchParams: Promise<{ into?: string; edition?: string }>;
}

export default async function ImportPage({ searchParams }: Props) {
  const { into, edition } = await searchParams;
  const { setup } = await loadDraft();
  if (!setup) return null;
  const target = setup.tariffs.find((tariff) => tariff.code === into);
  const label = target?.editions.find((one) => one.label === edition)?.label;
  const today = await businessToday(setup);
  return (
    <div className="px-[18px] py-4">
      <PageHead
        above={
          target && label !== undefined ? (
            <Link
              prefetch={false}
              className="link"
              href={`/tariffs/${encodeURIComponent(target.code)}?edition=${encodeURIComponent(label)}`}
            >
              {target.name}, edition {label}
            </Link>
          ) : (
            <Link prefetch={false} className="link" href="/tariffs">
              Tariffs
            </Link>
          )
        }
        title="Import rates"
      />
      <TariffImport
        {...importTargets(setup)}
        currency={setup.business.homeCurrency}
        nextYear={String(Number(today.slice(0, 4)) + 1)}
        into={target && label !== undefined ? { code: target.code, label } : undefined}
      />
    </div>
  );
}
