import { redirect } from "next/navigation";
import { CarriersSide } from "@/features/carriers";
import { loadDraft } from "@/features/draft/load";
import { TwoPanes } from "@/ui/parts/two-panes";

export default async function Carriers() {
  const { setup } = await loadDraft();
  if (!setup) return null;
  const [first] = setup.carriers;
  if (first) redirect(`/carriers/${encodeURIComponent(first.code)}`);
  return (
    <TwoPanes
      side={
        <CarriersSide
          carriers={[]}
          services={[]}
          current={undefined}
          country={setup.business.country}
          currency={setup.business.homeCurrency}
        />
      }
    >
      <p className="text-soft">
        A carrier is a firm that transports; its services say what it takes, how fast, at what rate. Add the
        first at the left.
      </p>
    </TwoPanes>
  );
}
