import "server-only";
import { z } from "zod";
import { latePercent, promisesKept, type PromiseKept } from "@/core/recovery/promise-kept";
import { code } from "@/core/setup/primitives";
import { joinPath, type Json } from "@/core/setup/path";
import type { Service } from "@/core/setup/service";
import type { TransitDays } from "@/core/services/compiled-service";
import type { PooledDatabase } from "@/db/connect";
import type { By } from "@/db/queries/activity";
import { readArrivals, resultMonths } from "@/db/queries/looking-back";
import { failed, type Result } from "../result";
import { draftSetup } from "../services/draft-setup";
import { editSetup } from "../services/edit-setup";
import { monthsOf } from "./result-view";

/** Of a hundred shipments those that are to arrive within the days that are proposed. */
export const HOLD_PERCENT = 95;

export interface ShownPromise extends PromiseKept {
  /** Working days as the draft has them for this zone; absent where the service is gone. */
  readonly today?: TransitDays;
  /** The proposed days are others than today's, and can go into the draft. */
  readonly differs: boolean;
}

/** How promises were kept over some months, by service and zone. A zone stands as `CHART/ZONE` where a chart told it. */
export async function viewPromises(
  db: PooledDatabase,
  asked: { readonly from: string | undefined; readonly to: string | undefined },
) {
  const [draft, all] = await Promise.all([draftSetup(db), resultMonths(db)]);
  if (!draft || !all) return undefined;
  const months = monthsOf(asked, all);
  const kept = promisesKept(await readArrivals(db, months), HOLD_PERCENT);
  const services = new Map(draft.setup.services.map((service) => [service.code, service]));
  const shipments = kept.reduce((sum, one) => sum + one.shipments, 0);
  const inTime = kept.reduce((sum, one) => sum + one.inTime, 0);
  return {
    setup: draft.setup,
    months: { ...months, all },
    ...{ shipments, inTime },
    latePercent: latePercent(shipments - inTime, shipments),
    rows: kept.map((one): ShownPromise => {
      const service = services.get(one.service);
      const today = service && daysTo(service, zoneOf(one.zone));
      const { proposed } = one;
      const differs =
        today !== undefined &&
        proposed !== undefined &&
        (today.minDays !== proposed.minDays || today.maxDays !== proposed.maxDays);
      return { ...one, ...(today ? { today } : {}), differs };
    }),
  };
}

/** A service's rate zones are those of one chart: transit by zone names the zone alone. */
const zoneOf = (value: string) => value.slice(value.indexOf("/") + 1);

function daysTo({ transit }: Service, zone: string): TransitDays {
  const { minDays, maxDays } = transit.byZone?.find((one) => one.zone === zone) ?? transit;
  return { minDays, maxDays };
}

export const transitInput = z.strictObject({
  service: code,
  zone: z.string().max(200),
  minDays: z.int().min(0).max(365),
  maxDays: z.int().min(0).max(365),
});

/** Puts the days a service takes to a zone into the draft. */
export async function putTransit(
  db: PooledDatabase,
  { service: name, zone: value, minDays, maxDays }: z.infer<typeof transitInput>,
  by: By,
): Promise<Result<unknown>> {
  const draft = await draftSetup(db);
  const service = draft?.setup.services.find(({ code: known }) => known === name);
  if (!service) return failed("not-found");
  const zone = zoneOf(value);
  const { transit } = service;
  const others = (transit.byZone ?? []).filter((one) => one.zone !== zone);
  const to =
    zone === ""
      ? { ...transit, minDays, maxDays }
      : { ...transit, byZone: [...others, { zone, minDays, maxDays }] };
  return editSetup(
    db,
    [
      {
        path: joinPath("services", name, "transit"),
        from: transit as unknown as Json,
        to: to as unknown as Json,
      },
    ],
    by,
  );
}
