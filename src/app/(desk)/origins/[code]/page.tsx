import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { noticesFor } from "@/features/draft/notice";
import { loadDraft } from "@/features/draft/load";
import { loadAliases, loadOriginParts } from "@/features/origins/load";
import { OriginRecord, OriginsSide } from "@/features/origins";
import { TwoPanes } from "@/ui/parts/two-panes";

export const metadata: Metadata = { title: "Origins" };

export default async function OriginPage({ params }: { readonly params: Promise<{ code: string }> }) {
  const code = decodeURIComponent((await params).code);
  const { setup, findings } = await loadDraft();
  const origin = setup?.origins.find((entry) => entry.code === code);
  if (!setup || !origin) notFound();
  const [parts, aliases] = await Promise.all([loadOriginParts(code), loadAliases()]);
  const services = setup.services.map(({ code, name, active, origins }) => ({
    code,
    name,
    active,
    ...(origins ? { origins } : {}),
  }));
  return (
    <TwoPanes
      side={
        <OriginsSide
          origins={setup.origins}
          current={code}
          country={setup.business.country}
          timeZone={setup.business.timeZone}
          aliases={aliases}
        />
      }
    >
      <OriginRecord
        key={code}
        origin={origin}
        origins={setup.origins}
        parts={parts}
        aliases={aliases.filter((alias) => alias.origin === code)}
        goodsClasses={setup.goodsClasses}
        services={services}
        notices={noticesFor(findings, `origins/${code}`)}
      />
    </TwoPanes>
  );
}
