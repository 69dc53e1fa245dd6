"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Change } from "@/core/setup/inverse";
import { joinPath, type Json } from "@/core/setup/path";
import type { Edition, Tariff } from "@/core/setup/tariff";
import type { ZoneChart } from "@/core/setup/zone-chart";
import { DraftSwitch, DraftText, useDraft } from "@/features/draft";
import { Button } from "@/ui/parts/button";
import { AddBreak } from "./break-tools";
import { RaisePanel } from "./raise-panel";
import { GiveOut } from "./give-out";
import { Trouble } from "@/ui/parts/trouble";

interface Props {
  readonly tariff: Tariff;
  readonly edition: Edition;
  readonly chart: ZoneChart | undefined;
  readonly path: string;
}

/** What is done to an edition as a whole: its dates, a break more, rows for zones that have none, a copy from next year on. */
export function TariffTools({ tariff, edition, chart, path }: Props) {
  const { commit, mayEdit } = useDraft();
  const router = useRouter();
  const [trouble, setTrouble] = useState<string>();
  const [raising, setRaising] = useState(false);
  const missing = chart?.zones.filter((zone) => !edition.rows.some((row) => row.zone === zone.code)) ?? [];
  const run = async (changes: readonly Change[], then?: () => void) => {
    const answer = await commit(changes);
    setTrouble(answer.ok ? undefined : answer.text);
    if (answer.ok) then?.();
  };
  const addRows = () =>
    run(
      missing.map((zone, i) => ({
        path: `${path}/rows/${edition.rows.length + i}`,
        to: { zone: zone.code, rates: edition.breaks.map(() => null) },
      })),
    );
  const copy = () => {
    const next = copyForNextYear(edition);
    return run([{ path: joinPath("tariffs", tariff.code, "editions", next.label), to: next as Json }], () =>
      router.push(`/tariffs/${encodeURIComponent(tariff.code)}?edition=${encodeURIComponent(next.label)}`),
    );
  };
  return (
    <div className="mt-3 flex flex-wrap items-start gap-x-6 gap-y-2">
      <div className="flex flex-wrap gap-x-4">
        <DraftText label="First day" path={`${path}/from`} value={edition.from} width="7rem" />
        <DraftText
          label="Last day"
          path={`${path}/to`}
          value={edition.to}
          optional
          width="7rem"
          placeholder="open"
        />
        {edition.breaks.some(({ rate }) => rate !== "flat") && (
          <DraftSwitch
            label="Lower next break"
            path={`${path}/lowerNextBreak`}
            value={edition.lowerNextBreak}
            names={[
              { value: "false", name: "each break by itself" },
              { value: "true", name: "the next one's at its edge where that costs less" },
            ]}
          />
        )}
      </div>
      {mayEdit && (
        <div className="flex flex-wrap gap-2">
          <AddBreak tariff={tariff} edition={edition} path={path} />
          {missing.length > 0 && (
            <Button onClick={() => void addRows()}>
              Add {missing.length === 1 ? "the zone" : `${missing.length} zones`} without a row
            </Button>
          )}
          <Button onClick={() => void copy()}>Copy to a new edition</Button>
          <Button onClick={() => setRaising(true)}>Raise rates</Button>
        </div>
      )}
      <GiveOut tariff={tariff} edition={edition} />
      {raising && (
        <div className="w-full">
          <RaisePanel tariff={tariff} edition={edition} onClose={() => setRaising(false)} />
        </div>
      )}
      <Trouble text={trouble} />
    </div>
  );
}

function copyForNextYear(edition: Edition): Edition {
  const year = Number((edition.to ?? edition.from).slice(0, 4)) + 1;
  const { to: _, ...rest } = edition;
  return { ...rest, label: String(year), from: `${year}-01-01` };
}
