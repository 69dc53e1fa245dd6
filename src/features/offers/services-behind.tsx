"use client";

import { X } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import type { Offer } from "@/core/setup/offer";
import { changeAt, DraftChoice, useDraft } from "@/features/draft";
import { movedTo } from "@/features/edits";
import type { Choice } from "@/features/rules";
import { AddSelect } from "@/ui/parts/add-select";
import { IconButton } from "@/ui/parts/icon-button";
import { SortableList } from "@/ui/parts/sortable-list";
import { Trouble } from "@/ui/parts/trouble";

interface Props {
  readonly offer: Offer;
  readonly path: string;
  readonly services: readonly Choice[];
}

const picks = [
  { value: "cheapest", name: "the one that costs us least" },
  { value: "fastest", name: "the one that arrives first, then the cheaper" },
  { value: "listed", name: "the first listed that works" },
];
const across = [
  { value: "any", name: "each shipment by the service that suits it" },
  { value: "sameService", name: "only a service that takes all shipments" },
];

/** The services an offer can be shipped by, in their order, and how one of them is taken. */
export function ServicesBehind({ offer, path, services }: Props) {
  const { mayEdit, commit } = useDraft();
  const [trouble, setTrouble] = useState<string>();
  const at = `${path}/services`;
  const store = async (to: readonly string[]) => {
    const answer = await commit([changeAt(at, offer.services, [...to])]);
    setTrouble(answer.ok ? undefined : answer.text);
  };
  const move = (from: number, to: number) => void store(movedTo(offer.services, from, to));
  const left = services.filter(({ value }) => !offer.services.includes(value));
  return (
    <>
      <div className="flex items-start" data-path={at}>
        <span className="w-[136px] shrink-0 pt-1 text-soft">Services</span>
        <div className="min-w-0 flex-1">
          {offer.services.length === 0 && <p className="text-loss">No service: it can never be given.</p>}
          <SortableList
            label="Services behind the offer"
            mayMove={mayEdit}
            onMove={move}
            className="max-w-[24rem]"
            entries={offer.services.map((code) => {
              const name = services.find(({ value }) => value === code)?.name ?? code;
              return {
                key: code,
                name,
                className: "border-b border-hairline",
                content: (
                  <div className="flex items-center gap-1.5 py-0.5">
                    <Link prefetch={false} className="link" href={`/services/${encodeURIComponent(code)}`}>
                      {name}
                    </Link>
                    {mayEdit && (
                      <IconButton
                        icon={X}
                        className="ml-auto text-soft hover:text-ink"
                        label={`Remove ${name}`}
                        onClick={() => void store(offer.services.filter((one) => one !== code))}
                      />
                    )}
                  </div>
                ),
              };
            })}
          />
          {mayEdit && left.length > 0 && (
            <AddSelect
              label="Add a service"
              words={offer.services.length === 0 ? "by …" : "and by …"}
              options={left}
              onAdd={(code) => void store([...offer.services, code])}
            />
          )}
          <Trouble text={trouble} />
        </div>
      </div>
      <DraftChoice label="Taken is" path={`${path}/pick`} value={offer.pick} options={picks} />
      <DraftChoice
        label="Several origins"
        path={`${path}/acrossOrigins`}
        value={offer.acrossOrigins}
        options={across}
      />
    </>
  );
}
