import type { Metadata } from "next";
import { ServiceComparison } from "@/features/carriers";
import { loadSamplePrices } from "@/features/carriers/load";
import { cubeOf, readDensity, readPlaces, readWeights } from "@/features/carriers/sample-query";
import { loadDraft } from "@/features/draft/load";

export const metadata: Metadata = { title: "Compare services" };

const MOST_SERVICES = 8;

interface Props {
  readonly searchParams: Promise<{
    with?: string | string[];
    carrier?: string;
    weights?: string;
    to?: string;
    density?: string;
  }>;
}

export default async function ComparePage({ searchParams }: Props) {
  const { with: asked, carrier, weights = "1; 5; 20", to, density: typed } = await searchParams;
  const { setup } = await loadDraft();
  if (!setup) return null;
  const codes = [asked ?? []].flat();
  const services = setup.services
    .filter((service) => codes.includes(service.code) || service.carrier === carrier)
    .slice(0, MOST_SERVICES);
  const places = readPlaces(to ?? setup.business.country);
  const kilos = readWeights(weights, setup.business.units.weight);
  const density = readDensity(typed);
  const samples = places.read.flatMap((shipTo) =>
    kilos.read.map((weight) => ({
      weight,
      size: cubeOf(weight, density),
      shipTo,
    })),
  );
  return (
    <div className="px-[18px] py-4">
      <ServiceComparison
        all={setup.services.map(({ code, name, carrier }) => ({ code, name, carrier }))}
        services={services}
        samples={samples}
        weights={weights}
        places={to ?? setup.business.country}
        unread={[...kilos.unread, ...places.unread]}
        density={density}
        prices={
          await loadSamplePrices(
            setup,
            services.map((service) => service.code),
            samples,
          )
        }
      />
    </div>
  );
}
