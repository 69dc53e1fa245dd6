"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { Fragment, useState, type FormEvent, type ReactNode } from "react";
import type { Sample } from "@/core/quote/service-samples";
import type { Service } from "@/core/setup/service";
import { useDraft } from "@/features/draft";
import { shownQuantity, type AnyUnit, type UnitQuantity } from "@/features/edits";
import { Button } from "@/ui/parts/button";
import { PageHead } from "@/ui/parts/page-head";
import type { ShownPrice } from "./load";
import { placesText } from "./sample-query";
import { rateWords, tierNames, transitWords } from "./service-words";

interface Props {
  readonly all: readonly { readonly code: string; readonly name: string; readonly carrier: string }[];
  readonly services: readonly Service[];
  readonly samples: readonly Sample[];
  readonly weights: string;
  readonly places: string;
  /** Of the weights and places: what could not be read. */
  readonly unread: readonly string[];
  /** kg per m³. */
  readonly density: number;
  readonly prices: readonly (readonly ShownPrice[])[];
}

/** Chosen services side by side: what they take, how fast they are, and what they cost us for sample parcels. */
export function ServiceComparison(props: Props) {
  const { all, services, samples, weights, places, unread, density, prices } = props;
  const { habits } = useDraft();
  return (
    <>
      <PageHead above="Services" title="Compare" />
      <ComparisonForm
        key={`${weights} ${places} ${density}`}
        all={all}
        chosen={services.map((service) => service.code)}
        weights={weights}
        places={places}
        density={String(density)}
      />
      {unread.length > 0 && (
        <p role="alert" className="mb-2 text-loss">
          Left out, since it can't be read or is too much: {unread.join(", ")}. Up to 8 weights like “5” or “5
          lb”, up to 4 places like “SE 621 45”.
        </p>
      )}
      {services.length === 0 ? (
        <p className="text-soft">Choose the services to set side by side.</p>
      ) : (
        <div className="sheet overflow-x-auto">
          <table className="narrow w-full border-collapse">
            <thead className="text-left">
              <tr className="border-b border-edge [&>th]:px-3 [&>th]:py-1.5">
                <th className="w-[150px] font-normal text-soft">one parcel, our cost</th>
                {services.map((service) => (
                  <th key={service.code}>
                    <Link
                      prefetch={false}
                      className="link"
                      href={`/services/${encodeURIComponent(service.code)}`}
                    >
                      {service.name}
                    </Link>
                    {!service.active && <span className="ml-1 font-normal text-faint">off</span>}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              <PriceRows samples={samples} prices={prices} services={services} currency={habits.currency} />
              <FactRows services={services} weight={habits.weight} length={habits.length} />
            </tbody>
          </table>
        </div>
      )}
    </>
  );
}

const row = "border-b border-hairline last:border-0 [&>td]:px-3 [&>td]:py-1 [&>th]:px-3 [&>th]:py-1";

function PriceRows({
  samples,
  prices,
  services,
  currency,
}: Pick<Props, "samples" | "prices" | "services"> & { readonly currency: string }) {
  return samples.map((sample, at) => {
    const own = services.map((_, i) => prices[i]?.[at]);
    const lowest = Math.min(
      ...own.flatMap((price) => (price?.cost === undefined ? [] : [Number(price.cost)])),
    );
    return (
      <tr key={at} className={row}>
        <th scope="row" className="text-left font-normal">
          {sample.weight.value} {sample.weight.unit} to {placesText([sample.shipTo])}
        </th>
        {own.map((price, i) => (
          <td key={services[i]?.code}>
            {price?.cost === undefined ? (
              <span className="text-soft">{price?.about}</span>
            ) : (
              <>
                <span
                  className={
                    Number(price.cost) === lowest && own.length > 1
                      ? "bg-sign px-1 font-bold text-on-sign"
                      : "font-semibold"
                  }
                >
                  {price.cost}
                </span>{" "}
                <span className="text-soft">
                  {currency} {price.about}
                  {Number(price.cost) === lowest && own.length > 1 && (
                    <span className="sr-only">, the lowest</span>
                  )}
                </span>
              </>
            )}
          </td>
        ))}
      </tr>
    );
  });
}

function FactRows({
  services,
  weight,
  length,
}: {
  readonly services: readonly Service[];
  readonly weight: AnyUnit;
  readonly length: AnyUnit;
}) {
  const shown = (quantity: UnitQuantity | undefined, unit: AnyUnit) =>
    quantity === undefined ? "" : `${shownQuantity(quantity, unit)} ${unit}`;
  const takes = (taken: boolean | undefined, missing: boolean) => ((taken ?? missing) ? "yes" : "no");
  const facts: readonly (readonly [string, (service: Service) => ReactNode])[] = [
    ["Tier", (service) => tierNames[service.tier]],
    ["Transit, working days", (service) => transitWords(service)],
    ["Leaves from", (service) => service.origins?.join(", ") ?? "every origin"],
    ["Parcel from", (service) => shown(service.limits?.minParcelWeight, weight)],
    ["Parcel up to", (service) => shown(service.limits?.maxParcelWeight, weight)],
    ["Shipment up to", (service) => shown(service.limits?.maxShipmentWeight, weight)],
    ["Longest side", (service) => shown(service.limits?.maxLength, length)],
    ["Length + girth", (service) => shown(service.limits?.maxGirthPlusLength, length)],
    ["Parcels at most", (service) => service.limits?.maxParcels],
    ["PO boxes", (service) => takes(service.accepts?.poBox, true)],
    ["Cash on delivery", (service) => takes(service.accepts?.cashOnDelivery, false)],
    ["Collection points", (service) => takes(service.accepts?.collectionPoint, true)],
    ["Signature", (service) => takes(service.accepts?.signature, true)],
    ["Refuses", (service) => service.accepts?.refusesGoodsClasses?.join(", ")],
    ["Takes only", (service) => service.accepts?.onlyGoodsClasses?.join(", ")],
    ["Volumetric", (service) => volumetricWords(service.volumetric)],
    ["Surcharges", (service) => service.surcharges?.map((one) => one.name).join(", ")],
    ["Rate", (service) => rateWords(service)],
  ];
  return facts
    .map(([name, tell]) => ({ name, told: services.map(tell) }))
    .filter(({ told }) => told.some((one) => one !== undefined && one !== ""))
    .map(({ name, told }) => (
      <tr key={name} className={row}>
        <th scope="row" className="text-left font-normal text-soft">
          {name}
        </th>
        {told.map((one, i) => (
          <Fragment key={services[i]?.code}>
            <td className="align-top">
              {one === undefined || one === "" ? <span className="text-faint">–</span> : one}
            </td>
          </Fragment>
        ))}
      </tr>
    ));
}

function volumetricWords(volumetric: Service["volumetric"]): string {
  if (!volumetric) return "";
  return "divisor" in volumetric ? `cm³ ÷ ${volumetric.divisor}` : `${volumetric.kgPerM3} kg per m³`;
}

interface FormProps {
  readonly all: Props["all"];
  readonly chosen: readonly string[];
  readonly weights: string;
  readonly places: string;
  readonly density: string;
}

function ComparisonForm({ all, chosen, weights, places, density }: FormProps) {
  const { habits } = useDraft();
  const router = useRouter();
  const [kilos, setKilos] = useState(weights);
  const [towns, setTowns] = useState(places);
  const [packed, setPacked] = useState(density);
  const show = (services: readonly string[]) => {
    const query = new URLSearchParams(services.map((code) => ["with", code]));
    query.set("weights", kilos);
    query.set("to", towns);
    query.set("density", packed);
    router.push(`/services/compare?${query.toString()}`);
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    show(chosen);
  };
  const toggle = (code: string) =>
    show(
      all
        .map((one) => one.code)
        .filter((one) => (one === code ? !chosen.includes(one) : chosen.includes(one))),
    );
  return (
    <form onSubmit={submit} className="mb-3 space-y-2">
      <div role="group" aria-label="Services" className="flex flex-wrap gap-1">
        {all.map((service) => {
          const on = chosen.includes(service.code);
          return (
            <button
              key={service.code}
              type="button"
              aria-pressed={on}
              onClick={() => toggle(service.code)}
              className={`rounded-md border px-1.5 py-0.5 ${on ? "border-ink bg-ink text-on-ink" : "border-hairline text-soft hover:border-edge"}`}
            >
              {service.name}
            </button>
          );
        })}
      </div>
      <div className="flex flex-wrap items-center gap-3">
        <label>
          Parcels of{" "}
          <input
            className="control h-7 w-36 px-1.5"
            value={kilos}
            onChange={(event) => setKilos(event.target.value)}
          />{" "}
          <span className="text-soft">{habits.weight}</span>
        </label>
        <label>
          to{" "}
          <input
            className="control h-7 w-56 px-1.5"
            value={towns}
            placeholder="EE, SE 621 45"
            onChange={(event) => setTowns(event.target.value)}
          />
        </label>
        <label>
          as a cube at{" "}
          <input
            className="control h-7 w-16 px-1.5 text-right"
            value={packed}
            onChange={(event) => setPacked(event.target.value)}
          />{" "}
          <span className="text-soft">kg per m³</span>
        </label>
        <Button type="submit" kind="main" className="h-7">
          Show
        </Button>
      </div>
    </form>
  );
}
