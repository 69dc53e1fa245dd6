"use client";

import { X } from "lucide-react";
import { useMemo, useState } from "react";
import { joinPath } from "@/core/setup/path";
import type { ZoneChart } from "@/core/setup/zone-chart";
import { DraftText, RenameForm, useDraft } from "@/features/draft";
import { count } from "@/messages/figures";
import { laneSwatch } from "@/ui/charts/lanes";
import { Button } from "@/ui/parts/button";
import { IconButton } from "@/ui/parts/icon-button";
import { ordersByZone, type Catches } from "./catches";

type Zone = ZoneChart["zones"][number];

interface Props {
  readonly chart: ZoneChart;
  readonly path: string;
  readonly catches: Catches;
}

/** A chart's zones by code and name; one that entries or tariffs name can't go, and says by what it is held. */
export function ZoneList({ chart, path, catches }: Props) {
  const { commit, mayEdit } = useDraft();
  const [trouble, setTrouble] = useState<{ code: string; text: string }>();
  const [renaming, setRenaming] = useState<string>();
  const counts = useMemo(() => {
    const found = new Map<string, number>();
    for (const { zone } of chart.entries) if (zone !== null) found.set(zone, (found.get(zone) ?? 0) + 1);
    return found;
  }, [chart.entries]);
  const orders = useMemo(() => ordersByZone(chart, catches), [chart, catches]);
  const remove = async (zone: Zone) => {
    const answer = await commit([{ path: `${path}/${joinPath("zones", zone.code)}`, from: zone }]);
    setTrouble(answer.ok ? undefined : { code: zone.code, text: answer.text });
  };
  const add = async () => {
    let number = chart.zones.length + 1;
    while (chart.zones.some((zone) => zone.code === String(number))) number++;
    const answer = await commit([
      { path: `${path}/zones/${number}`, to: { code: String(number), name: `Zone ${number}` } },
    ]);
    setTrouble(answer.ok ? undefined : { code: "", text: answer.text });
  };
  return (
    <section aria-label="Zones" className="sheet mt-3 px-3 py-2">
      <h2 className="mb-1">Zones</h2>
      {chart.zones.length === 0 && (
        <p className="text-soft">No zone yet: nothing can be served by this chart.</p>
      )}
      <ul>
        {chart.zones.map((zone, i) => (
          <li key={zone.code} className="border-b border-hairline last:border-0">
            <div className="flex items-center gap-2">
              <span aria-hidden className="size-3 shrink-0 rounded-sm" style={laneSwatch(i)} />
              {renaming === zone.code ? (
                <RenameForm
                  code={zone.code}
                  renaming={(to) => ({ chart: chart.code, from: zone.code, to })}
                  onDone={() => setRenaming(undefined)}
                />
              ) : (
                <button
                  type="button"
                  disabled={!mayEdit}
                  className="w-14 shrink-0 truncate rounded-sm text-left font-semibold underline decoration-dotted underline-offset-2 disabled:no-underline"
                  aria-label={`Code ${zone.code}: change it`}
                  onClick={() => setRenaming(zone.code)}
                >
                  {zone.code}
                </button>
              )}
              <div className="min-w-0 flex-1 [&>div]:mb-0 [&_label]:sr-only">
                <DraftText
                  label={`Name of zone ${zone.code}`}
                  path={`${path}/${joinPath("zones", zone.code)}/name`}
                  value={zone.name}
                  width="100%"
                />
              </div>
              <span className="narrow w-[64px] shrink-0 text-right text-soft">
                {count(counts.get(zone.code) ?? 0, "entry", "entries")}
              </span>
              {catches.orders > 0 && <ZoneOrders orders={orders.get(zone.code) ?? 0} of={catches.orders} />}
              {mayEdit && (
                <IconButton icon={X} label={`Delete zone ${zone.code}`} onClick={() => void remove(zone)} />
              )}
            </div>
            {trouble?.code === zone.code && (
              <p role="alert" className="pb-1 text-loss">
                {trouble.text}
              </p>
            )}
          </li>
        ))}
      </ul>
      {trouble?.code === "" && (
        <p role="alert" className="text-loss">
          {trouble.text}
        </p>
      )}
      {mayEdit && (
        <Button className="mt-2" onClick={() => void add()}>
          Add a zone
        </Button>
      )}
    </section>
  );
}

/** How many of all known orders go to a zone; a zone nobody ordered to stands out. */
function ZoneOrders({ orders, of }: { readonly orders: number; readonly of: number }) {
  const all = count(of, "known order");
  return (
    <span
      className={`narrow w-[72px] shrink-0 text-right ${orders === 0 ? "font-semibold" : "text-soft"}`}
      title={
        orders === 0
          ? `None of ${all} goes to this zone: is a country or postcode missing among its entries, or is the zone not needed?`
          : `${orders} of ${all} go to this zone`
      }
    >
      {orders === 0 ? "no order" : count(orders, "order")}
    </span>
  );
}
