import { redirect } from "next/navigation";
import { loadDraft } from "@/features/draft/load";
import { ZonesSide } from "@/features/zones";
import { TwoPanes } from "@/ui/parts/two-panes";

export default async function Zones() {
  const { setup } = await loadDraft();
  if (!setup) return null;
  const [first] = setup.zoneCharts;
  if (first) redirect(`/zones/${encodeURIComponent(first.code)}`);
  return (
    <TwoPanes side={<ZonesSide charts={[]} current={undefined} />}>
      <p className="text-soft">
        A zone chart says which zone a destination is in: countries, subdivisions, postcodes. Add the first at
        the left.
      </p>
    </TwoPanes>
  );
}
