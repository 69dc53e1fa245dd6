"use client";

import type { Origin } from "@/core/setup/origin";
import { joinPath } from "@/core/setup/path";
import type { GoodsClass } from "@/core/setup/business";
import {
  DraftPick,
  DraftAddress,
  DraftChoice,
  DraftPickMany,
  DraftPlaces,
  DraftSwitch,
  DraftText,
  DraftWhole,
  DraftWorkdays,
  FindingsNote,
  MemberHead,
  type Notice,
} from "@/features/draft";
import { timeZones } from "@/messages/pickables";
import { Section } from "@/ui/parts/section";
import { HolidaysSection } from "./holidays-section";
import { LeavingSection, type LeavingService } from "./leaving-section";
import type { OriginParts } from "./load";
import { PositionSection } from "./position-section";
import { ReturnAddress } from "./return-address";

interface Props {
  readonly origin: Origin;
  readonly origins: readonly Origin[];
  readonly goodsClasses: readonly GoodsClass[];
  readonly services: readonly LeavingService[];
  readonly parts: OriginParts;
  readonly aliases: readonly { readonly platform: string; readonly theirs: string }[];
  readonly notices: readonly Notice[];
}

const kinds = [
  { value: "warehouse", name: "own warehouse" },
  { value: "store", name: "store" },
  { value: "supplier", name: "supplier who ships for us" },
];

/** A place goods leave from, edited where it stands. */
export function OriginRecord(props: Props) {
  const { origin, origins, goodsClasses, services, parts, aliases, notices } = props;
  const path = joinPath("origins", origin.code);
  const at = (field: string) => `${path}/${field}`;
  return (
    <>
      <MemberHead
        list="origins"
        member={origin}
        value={origin}
        what="Origin"
        about={`rank ${origin.rank}${aliases.map((alias) => ` · ${alias.platform} calls it ${alias.theirs}`).join("")}`}
        page="/origins"
        home="/origins"
      />
      <FindingsNote notices={notices} />
      <div className="group/record grid gap-x-8 xl:grid-cols-2" data-record>
        <div>
          <Section name="Name">
            <DraftText label="Name" path={at("name")} value={origin.name} />
            <DraftChoice label="Kind" path={at("kind")} value={origin.kind} options={kinds} />
            <DraftSwitch label="In use" path={at("active")} value={origin.active} />
          </Section>
          <Section name="Address">
            <DraftAddress path={at("address")} address={origin.address} />
          </Section>
          <ReturnAddress path={at("returnAddress")} origin={origin} />
          <Section name="Working time">
            <DraftText
              label="Cut-off"
              path={at("cutOff")}
              value={origin.cutOff}
              width="5rem"
              unit={`in ${origin.timeZone}, the minute itself is in time`}
            />
            <DraftPick label="Time zone" path={at("timeZone")} value={origin.timeZone} options={timeZones} />
            <DraftWhole
              label="Handling"
              path={at("handlingDays")}
              value={origin.handlingDays}
              unit="working days"
            />
            <DraftWorkdays path={at("workdays")} workdays={origin.workdays} />
          </Section>
        </div>
        <div>
          <PositionSection path={at("position")} origin={origin} origins={origins} parts={parts} />
          <StockSummary stock={parts.stock} />
        </div>
      </div>
      <HolidaysSection
        origin={origin}
        others={origins
          .filter((other) => other.code !== origin.code)
          .map(({ code, name, holidays }) => ({ code, name, ...(holidays ? { holidays } : {}) }))}
      />
      <div className="group/record grid gap-x-8 xl:grid-cols-2" data-record>
        <div>
          <Section name="Sourcing">
            <DraftWhole label="Rank" path={at("rank")} value={origin.rank} unit="1 comes first" />
            <DraftPlaces label="Serves" path={at("serves")} value={origin.serves} none="everywhere" />
            <DraftPickMany
              label="Refuses"
              path={at("refusesGoodsClasses")}
              value={origin.refusesGoodsClasses}
              optional
              none="nothing"
              options={goodsClasses.map((entry) => ({ value: entry.code, name: entry.name }))}
            />
          </Section>
          <Section name="Contact">
            <DraftText label="Name" path={at("contact/name")} value={origin.contact?.name} optional />
            <DraftText label="Telephone" path={at("contact/phone")} value={origin.contact?.phone} optional />
            <DraftText label="E-mail" path={at("contact/email")} value={origin.contact?.email} optional />
          </Section>
        </div>
        <LeavingSection origin={origin.code} services={services} origins={origins.map((one) => one.code)} />
      </div>
    </>
  );
}

function StockSummary({ stock }: { readonly stock: OriginParts["stock"] }) {
  return (
    <Section name="In stock">
      <p>
        <b>{stock.pieces}</b> pieces of <b>{stock.items}</b> {stock.items === 1 ? "item" : "items"}
        {stock.empty > 0 && <>, {stock.empty} run out</>}
        {stock.uncounted > 0 && (
          <span className="text-soft"> · {stock.uncounted} more are not counted anywhere</span>
        )}
      </p>
    </Section>
  );
}
