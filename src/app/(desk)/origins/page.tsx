import { redirect } from "next/navigation";
import { loadDraft } from "@/features/draft/load";
import { OriginsSide } from "@/features/origins";
import { TwoPanes } from "@/ui/parts/two-panes";

export default async function Origins() {
  const { setup } = await loadDraft();
  if (!setup) return null;
  const [first] = [...setup.origins].sort((a, b) => a.rank - b.rank);
  if (first) redirect(`/origins/${encodeURIComponent(first.code)}`);
  return (
    <TwoPanes
      side={
        <OriginsSide
          origins={setup.origins}
          current={undefined}
          country={setup.business.country}
          timeZone={setup.business.timeZone}
        />
      }
    >
      <p className="text-soft">
        Goods leave from origins: your own warehouse, a store, a supplier. Add the first at the left.
      </p>
    </TwoPanes>
  );
}
