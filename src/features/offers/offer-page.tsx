"use client";

import Link from "next/link";
import type { Channel, Offer } from "@/core/setup/offer";
import { joinPath } from "@/core/setup/path";
import {
  DraftChoice,
  DraftDecimal,
  DraftPickMany,
  DraftPlaces,
  DraftSwitch,
  DraftText,
  FindingsNote,
  MemberHead,
  useCommit,
  useDraft,
  type Notice,
} from "@/features/draft";
import { EditField } from "@/ui/fields/edit-field";
import { ReadBack } from "@/ui/parts/read-back";
import { Section } from "@/ui/parts/section";
import { basisWords, planWords } from "./offer-words";
import { PlanEditor } from "./plan-editor";
import { adjustmentSentences, freeSentences } from "./plan-words";

interface Option {
  readonly value: string;
  readonly name: string;
}

interface Props {
  readonly offer: Offer;
  readonly channels: readonly Channel[];
  readonly services: readonly Option[];
  readonly goodsClasses: readonly Option[];
  readonly chargeTypes: readonly Option[];
  readonly sellTariffs: readonly Option[];
  readonly homeCurrency: string;
  readonly businessTax: string;
  readonly notices: readonly Notice[];
}

const picks = [
  { value: "cheapest", name: "the one that costs us least" },
  { value: "listed", name: "the first listed that works" },
];
const across = [
  { value: "any", name: "each shipment by the service that suits it" },
  { value: "sameService", name: "only a service that takes all shipments" },
];
const boxes = [
  { value: "true", name: "given to PO boxes too" },
  { value: "false", name: "not given to PO boxes" },
];

/** An offer read from top to bottom: where and for whom, what stands behind it, what it costs, what is added. */
export function OfferPage({
  offer,
  channels,
  services,
  goodsClasses,
  chargeTypes,
  sellTariffs,
  homeCurrency,
  businessTax,
  notices,
}: Props) {
  const path = joinPath("offers", offer.code);
  const at = (field: string) => `${path}/${field}`;
  const shownServices = [...services].sort(
    (a, b) => rank(offer.services, a.value) - rank(offer.services, b.value),
  );
  return (
    <>
      <MemberHead
        list="offers"
        member={offer}
        value={offer}
        what="Offer"
        about={planWords(offer, homeCurrency)}
        page="/offers"
        home="/offers"
      />
      <FindingsNote notices={notices} />
      <WhereForWhom offer={offer} path={path} channels={channels} goodsClasses={goodsClasses} />
      <Section name="Behind it">
        <DraftPickMany
          label="Services"
          path={at("services")}
          value={offer.services}
          options={shownServices}
          none="no service: it can never be given"
        />
        <DraftChoice label="Taken is" path={at("pick")} value={offer.pick} options={picks} />
        <DraftChoice
          label="Several origins"
          path={at("acrossOrigins")}
          value={offer.acrossOrigins}
          options={across}
        />
        <p className="mt-1 flex flex-wrap gap-x-3">
          {offer.services.map((code) => (
            <Link key={code} prefetch={false} className="link" href={`/services/${encodeURIComponent(code)}`}>
              {services.find((service) => service.value === code)?.name ?? code}
            </Link>
          ))}
        </p>
      </Section>
      <Section name="What it costs">
        <PlanEditor offer={offer} path={path} sellTariffs={sellTariffs} homeCurrency={homeCurrency} />
        <p className="text-soft">{basisWords(offer, channels)}</p>
      </Section>
      <Section name="Then">
        <DraftDecimal
          label="Margin"
          path={at("adjust/marginPercent")}
          value={offer.adjust?.marginPercent}
          optional
          unit="% on top of the plan's charge"
          placeholder="none"
        />
        <ReadBack path={at("adjust")} sentences={adjustmentSentences(offer, homeCurrency)} />
        <ReadBack path={at("free")} sentences={freeSentences(offer, homeCurrency)} />
      </Section>
      <Section name="Tax">
        <DraftDecimal
          label="Percent"
          path={at("taxPercent")}
          value={offer.taxPercent}
          optional
          unit="%"
          placeholder={businessTax}
        />
        <DraftChoice
          label="Charge type"
          path={at("chargeType")}
          value={offer.chargeType}
          options={chargeTypes}
        />
        <p className="text-soft">
          An empty percent takes the charge type&apos;s, else the business&apos;s {businessTax} %.
        </p>
      </Section>
      <Section name="Name and text">
        <DraftText label="Name" path={at("name")} value={offer.name} />
        <DraftText
          label="Text"
          path={at("text")}
          value={offer.text}
          optional
          width="30rem"
          placeholder="shown to the customer"
        />
        <DraftSwitch label="In use" path={at("active")} value={offer.active} />
      </Section>
    </>
  );
}

function WhereForWhom({
  offer,
  path,
  channels,
  goodsClasses,
}: Pick<Props, "offer" | "channels" | "goodsClasses"> & { readonly path: string }) {
  const at = (field: string) => `${path}/${field}`;
  const channelOptions = channels.map((channel) => ({ value: channel.code, name: channel.name }));
  return (
    <Section name="Where, for whom">
      <DraftPickMany
        label="Channels"
        path={at("channels")}
        value={offer.channels}
        options={channelOptions}
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
    </Section>
  );
}

/** Chosen services first, in their order, then the others. */
function rank(chosen: readonly string[], code: string): number {
  const at = chosen.indexOf(code);
  return at < 0 ? chosen.length : at;
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
