"use client";

import type { Json } from "@/core/setup/path";
import type { Service } from "@/core/setup/service";
import { DraftTable, DraftWhole, type Notice, type TableColumn } from "@/features/draft";
import { plainNumber } from "@/ui/number-text";
import { Section } from "@/ui/parts/section";

/** A whole number where one is typed; anything else stays as typed, to be refused. */
function readDays(text: string): Json | undefined {
  const number = Number(plainNumber(text));
  return text === "" ? undefined : Number.isNaN(number) ? text : number;
}

const columns: readonly TableColumn[] = [
  { field: "zone", name: "Zone", head: "Zone", width: 80, needed: true, hint: "new: 4" },
  {
    field: "minDays",
    name: "At least, working days",
    head: "At least",
    width: 90,
    numeric: true,
    read: readDays,
  },
  {
    field: "maxDays",
    name: "At most, working days",
    head: "At most",
    width: 90,
    numeric: true,
    read: readDays,
  },
];

/** How long a shipment is on its way, in working days of the carrier; zones that take longer or shorter by themselves. */
export function ServiceTransit({
  path,
  transit,
  chart,
  notices,
}: {
  readonly path: string;
  readonly transit: Service["transit"];
  /** The chart whose zones are meant: the one the service's tariff reads. */
  readonly chart: string | undefined;
  readonly notices: readonly Notice[];
}) {
  const at = (field: string) => `${path}/transit/${field}`;
  const days = "working days of the carrier";
  return (
    <Section name="Transit">
      <DraftWhole label="At least" path={at("minDays")} value={transit.minDays} unit={days} />
      <DraftWhole label="At most" path={at("maxDays")} value={transit.maxDays} unit={days} />
      <p className="mt-1 mb-1 text-soft">
        {chart === undefined
          ? "By zone: needs a tariff, whose chart has the zones."
          : `Zones of chart ${chart} that take other times:`}
      </p>
      <div>
        <DraftTable
          label="Transit by zone"
          path={at("byZone")}
          rows={transit.byZone}
          columns={columns}
          begin={(typed) => ({ zone: "1", minDays: transit.minDays, maxDays: transit.maxDays, ...typed })}
          height="190px"
          notices={notices}
        />
      </div>
    </Section>
  );
}
