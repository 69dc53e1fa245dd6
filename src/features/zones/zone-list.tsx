"use client";

import { X } from "lucide-react";
import { useState } from "react";
import type { ZoneChart } from "@/core/setup/zone-chart";
import { answerText, DraftText, useDraft } from "@/features/draft";
import { Button } from "@/ui/parts/button";

/** A chart's zones by code and name; one that entries or tariffs name can't go, and says by what it is held. */
export function ZoneList({ chart, path }: { readonly chart: ZoneChart; readonly path: string }) {
  const { commit, mayEdit } = useDraft();
  const [trouble, setTrouble] = useState<{ code: string; text: string }>();
  const counts = new Map<string, number>();
  for (const entry of chart.entries)
    if (entry.zone !== null) counts.set(entry.zone, (counts.get(entry.zone) ?? 0) + 1);
  const remove = async (zone: ZoneChart["zones"][number]) => {
    const answer = await commit([{ path: `${path}/zones/${encodeURIComponent(zone.code)}`, from: zone }]);
    setTrouble(answer.ok ? undefined : { code: zone.code, text: answerText(answer) });
  };
  const add = async () => {
    let number = chart.zones.length + 1;
    while (chart.zones.some((zone) => zone.code === String(number))) number++;
    const answer = await commit([
      { path: `${path}/zones/${number}`, to: { code: String(number), name: `Zone ${number}` } },
    ]);
    if (!answer.ok) setTrouble({ code: "", text: answerText(answer) });
  };
  return (
    <section aria-label="Zones" className="sheet mt-3 px-3 py-2">
      <h2 className="mb-1">Zones</h2>
      <ul>
        {chart.zones.map((zone) => (
          <li key={zone.code} className="border-b border-hairline py-0.5 last:border-0">
            <div className="flex items-center gap-2">
              <span className="w-16 shrink-0 truncate font-semibold">{zone.code}</span>
              <div className="min-w-0 flex-1 [&_label]:sr-only">
                <DraftText
                  label={`Name of zone ${zone.code}`}
                  path={`${path}/zones/${encodeURIComponent(zone.code)}/name`}
                  value={zone.name}
                  width="100%"
                />
              </div>
              <span className="narrow w-[64px] shrink-0 text-right text-soft">
                {counts.get(zone.code) ?? 0} entries
              </span>
              {mayEdit && (
                <button
                  type="button"
                  className="rounded-sm p-1 hover:bg-well"
                  aria-label={`Delete zone ${zone.code}`}
                  onClick={() => void remove(zone)}
                >
                  <X size={13} aria-hidden />
                </button>
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
      {mayEdit && (
        <Button className="mt-2" onClick={() => void add()}>
          Add a zone
        </Button>
      )}
    </section>
  );
}
