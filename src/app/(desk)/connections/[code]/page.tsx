import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { CarriersSide } from "@/features/carriers";
import { ConnectionRecord } from "@/features/connections";
import { loadAdapters, loadConnection } from "@/features/connections/load";
import { loadDraft } from "@/features/draft/load";
import { TwoPanes } from "@/ui/parts/two-panes";

export const metadata: Metadata = { title: "Live rates" };

interface Props {
  readonly params: Promise<{ code: string }>;
  readonly searchParams: Promise<{ asked?: string | string[] }>;
}

export default async function ConnectionPage({ params, searchParams }: Props) {
  const { asked } = await searchParams;
  const code = decodeURIComponent((await params).code);
  const { setup } = await loadDraft();
  const connection = setup?.connections.find((entry) => entry.code === code);
  if (!setup || !connection) notFound();
  const parts = await loadConnection(connection, typeof asked === "string" ? asked : undefined);
  const carrier = setup.carriers.find((one) => one.code === connection.carrier);
  return (
    <TwoPanes
      side={
        <CarriersSide
          carriers={setup.carriers}
          services={setup.services}
          current={`carrier ${connection.carrier}`}
          country={setup.business.country}
          currency={setup.business.homeCurrency}
        />
      }
    >
      <ConnectionRecord
        key={code}
        connection={connection}
        carrierName={carrier?.name ?? connection.carrier}
        adapters={loadAdapters()}
        ours={setup.services.filter(({ rate }) => "live" in rate && rate.live === code)}
        originNames={Object.fromEntries(
          setup.origins.map((origin) => [origin.code, origin.address.city || origin.name]),
        )}
        parts={parts}
      />
    </TwoPanes>
  );
}
