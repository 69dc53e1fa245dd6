"use client";

import type { Service } from "@/core/setup/service";
import { DraftQuantity, useCommit, useDraft } from "@/features/draft";
import { EditField } from "@/ui/fields/edit-field";
import { plainNumber } from "@/ui/number-text";
import { Section } from "@/ui/parts/section";

/** How small and how big a parcel and a shipment may be, in the business's units. */
export function ServiceLimits({
  path,
  limits,
}: {
  readonly path: string;
  readonly limits: Service["limits"];
}) {
  const { habits } = useDraft();
  const at = (field: string) => `${path}/limits/${field}`;
  const weights = [
    ["Parcel from", "minParcelWeight"],
    ["Parcel up to", "maxParcelWeight"],
    ["Shipment from", "minShipmentWeight"],
    ["Shipment up to", "maxShipmentWeight"],
  ] as const;
  const lengths = [
    ["Longest side", "maxLength"],
    ["Length + girth", "maxGirthPlusLength"],
  ] as const;
  return (
    <Section name="Limits">
      <p className="mb-1 text-soft">A shipment exactly at a limit still goes. Empty: no limit.</p>
      {weights.map(([label, field]) => (
        <DraftQuantity
          key={field}
          label={label}
          path={at(field)}
          value={limits?.[field]}
          unit={habits.weight}
        />
      ))}
      {lengths.map(([label, field]) => (
        <DraftQuantity
          key={field}
          label={label}
          path={at(field)}
          value={limits?.[field]}
          unit={habits.length}
        />
      ))}
      <DraftQuantity label="Parcel's volume" path={at("maxVolume")} value={limits?.maxVolume} unit="l" />
      <GoodsValue path={at("maxGoodsValue")} value={limits?.maxGoodsValue} />
      <MostParcels path={at("maxParcels")} value={limits?.maxParcels} />
    </Section>
  );
}

function MostParcels({ path, value }: { readonly path: string; readonly value: number | undefined }) {
  const { mayEdit } = useDraft();
  const commit = useCommit(path, value);
  const onCommit = (typed: string) => {
    const number = Number(plainNumber(typed));
    return commit(typed.trim() === "" ? undefined : Number.isNaN(number) ? typed : number);
  };
  return (
    <EditField
      label="Parcels"
      path={path}
      numeric
      width="6rem"
      unit="at most in a shipment"
      placeholder="none"
      value={value === undefined ? "" : String(value)}
      readOnly={!mayEdit}
      onCommit={onCommit}
    />
  );
}

/** A value of goods without tax; another currency than the business's may be typed with the amount. */
function GoodsValue({
  path,
  value,
}: {
  readonly path: string;
  readonly value: { readonly amount: string; readonly currency: string } | undefined;
}) {
  const { mayEdit, habits } = useDraft();
  const commit = useCommit(path, value);
  const onCommit = (typed: string) => {
    const text = typed.trim();
    if (text === "") return commit(undefined);
    const own = /^(.*?)\s*([a-z]{3})$/i.exec(text);
    return commit({
      amount: plainNumber(own?.[1] ?? text),
      currency: own?.[2]?.toUpperCase() ?? value?.currency ?? habits.currency,
    });
  };
  return (
    <EditField
      label="Goods up to"
      path={path}
      numeric
      width="6rem"
      unit={`${value?.currency ?? habits.currency} without tax`}
      placeholder="none"
      value={value?.amount ?? ""}
      readOnly={!mayEdit}
      onCommit={onCommit}
    />
  );
}
