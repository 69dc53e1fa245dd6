import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { noticesFor } from "@/features/draft/notice";
import { loadDraft } from "@/features/draft/load";
import { OriginRecord, OriginsSide } from "@/features/origins";
import { TwoPanes } from "@/ui/parts/two-panes";

export const metadata: Metadata = { title: "Origins" };

export default async function OriginPage({ params }: { readonly params: Promise<{ code: string }> }) {
  const code = decodeURIComponent((await params).code);
  const { setup, findings } = await loadDraft();
  const origin = setup?.origins.find((entry) => entry.code === code);
  if (!setup || !origin) notFound();
  const services = setup.services
    .filter((service) => !service.origins || service.origins.includes(code))
    .map(({ code, name, carrier }) => ({ code, name, carrier }));
  return (
    <TwoPanes
      side={
        <OriginsSide
          origins={setup.origins}
          current={code}
          country={setup.business.country}
          timeZone={setup.business.timeZone}
        />
      }
    >
      <OriginRecord
        key={code}
        origin={origin}
        goodsClasses={setup.goodsClasses}
        services={services}
        notices={noticesFor(findings, `origins/${code}`)}
      />
    </TwoPanes>
  );
}
