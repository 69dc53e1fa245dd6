"use client";

import type { Service } from "@/core/setup/service";
import { DraftPickMany, DraftSwitch } from "@/features/draft";
import { Section } from "@/ui/parts/section";

const takes = [
  { value: "true", name: "takes it" },
  { value: "false", name: "does not take it" },
];

/** What the service takes; left alone it takes everything but cash on delivery. */
export function ServiceAccepts({
  path,
  accepts,
  goodsClasses,
}: {
  readonly path: string;
  readonly accepts: Service["accepts"];
  readonly goodsClasses: readonly { readonly value: string; readonly name: string }[];
}) {
  const at = (field: string) => `${path}/accepts/${field}`;
  return (
    <Section name="Accepts">
      <DraftSwitch label="PO boxes" path={at("poBox")} value={accepts?.poBox} missing names={takes} />
      <DraftSwitch
        label="Cash on delivery"
        path={at("cashOnDelivery")}
        value={accepts?.cashOnDelivery}
        names={takes}
      />
      <DraftSwitch
        label="Collection points"
        path={at("collectionPoint")}
        value={accepts?.collectionPoint}
        missing
        names={takes}
      />
      <DraftSwitch
        label="Signature"
        path={at("signature")}
        value={accepts?.signature}
        missing
        names={takes}
      />
      <DraftPickMany
        label="Takes only"
        path={at("onlyGoodsClasses")}
        value={accepts?.onlyGoodsClasses}
        optional
        none="every class of goods"
        options={goodsClasses}
      />
      <DraftPickMany
        label="Refuses"
        path={at("refusesGoodsClasses")}
        value={accepts?.refusesGoodsClasses}
        optional
        none="nothing"
        options={goodsClasses}
      />
    </Section>
  );
}
