import { redirect } from "next/navigation";
import { loadDraft } from "@/features/draft/load";
import { OffersSide } from "@/features/offers";
import { TwoPanes } from "@/ui/parts/two-panes";

export default async function Offers() {
  const { setup } = await loadDraft();
  if (!setup) return null;
  const [first] = setup.offers;
  if (first) redirect(`/offers/${encodeURIComponent(first.code)}`);
  return (
    <TwoPanes
      side={
        <OffersSide
          channels={setup.channels}
          offers={[]}
          current={undefined}
          homeCurrency={setup.business.homeCurrency}
          services={setup.services.map(({ code: of, active }) => ({ code: of, active }))}
        />
      }
    >
      <p className="text-soft">
        An offer is a way of delivery a customer can choose: its name, the services behind it, how its charge
        is made. Add the first at the left.
      </p>
    </TwoPanes>
  );
}
