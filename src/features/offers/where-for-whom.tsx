"use client";

import type { Channel, Offer } from "@/core/setup/offer";
import { DraftPickMany, DraftPlaces, DraftSwitch, DraftText, useCommit, useDraft } from "@/features/draft";
import type { Choice } from "@/features/rules";
import { EditField } from "@/ui/fields/edit-field";
import { Unfold } from "@/ui/parts/unfold";
import { whereWords } from "./where-words";

interface Props {
  readonly offer: Offer;
  readonly path: string;
  readonly channels: readonly Channel[];
  readonly goodsClasses: readonly Choice[];
}

const boxes = [
  { value: "true", name: "given to PO boxes too" },
  { value: "false", name: "not given to PO boxes" },
];

/** Where an offer is given and to whom: one sentence, and the fields it is made of when it is unfolded. */
export function WhereForWhom({ offer, path, channels, goodsClasses }: Props) {
  const at = (field: string) => `${path}/${field}`;
  return (
    <Unfold summary={whereWords(offer, channels, goodsClasses)} isNew={offer.channels.length === 0}>
      <DraftPickMany
        label="Channels"
        path={at("channels")}
        value={offer.channels}
        options={channels.map(({ code, name }) => ({ value: code, name }))}
        none="in no channel"
      />
      <DraftPlaces
        label="Only to"
        path={at("destinations/only")}
        value={offer.destinations?.only}
        none="everywhere"
        width="34rem"
      />
      <DraftPlaces
        label="But not to"
        path={at("destinations/not")}
        value={offer.destinations?.not}
        none="no exception"
        width="34rem"
      />
      <DraftSwitch label="PO boxes" path={at("poBox")} value={offer.poBox} missing names={boxes} />
      <DraftPickMany
        label="Only goods"
        path={at("onlyGoodsClasses")}
        value={offer.onlyGoodsClasses}
        optional
        options={goodsClasses}
        none="all goods"
      />
      <DraftPickMany
        label="Refuses"
        path={at("refusesGoodsClasses")}
        value={offer.refusesGoodsClasses}
        optional
        options={goodsClasses}
        none="nothing"
      />
      <Groups path={at("customerGroups")} groups={offer.customerGroups} />
      <DraftText
        label="Only with coupon"
        path={at("couponOnly")}
        value={offer.couponOnly}
        optional
        placeholder="none needed"
        width="10rem"
      />
    </Unfold>
  );
}

function Groups({ path, groups }: { readonly path: string; readonly groups: readonly string[] | undefined }) {
  const { mayEdit } = useDraft();
  const commit = useCommit(path, groups);
  const onCommit = (typed: string) => {
    const list = typed.split(/[,;\s]+/).filter(Boolean);
    return commit(list.length === 0 ? undefined : list);
  };
  return (
    <EditField
      label="Customer groups"
      path={path}
      placeholder="every customer"
      value={groups?.join(", ") ?? ""}
      readOnly={!mayEdit}
      onCommit={onCommit}
    />
  );
}
