import type { z } from "zod";
import { localDate } from "@/core/calendar/local-date";
import { compileSetup } from "@/core/quote/compiled-setup";
import { withFormerCodes } from "@/core/setup/with-former-codes";
import { countSent } from "@/db/queries/looking-back";
import { sentOrders } from "../recovery/sent-shipments";
import { TableOverShipments, type LaidOver } from "../recovery/table-over-shipments";
import { codesOfDraft } from "../services/draft-codes";
import { draftSetup } from "../services/draft-setup";
import { JobFailure, type JobKind } from "./job-kinds";
import { tableData } from "./months-data";

/** What an edition does to the cost of past shipments. */
export interface TableResult extends LaidOver {
  readonly tariff: string;
  readonly edition: string;
  /** The edition's first day. */
  readonly validFrom: string;
  readonly currency: string;
  /** The stamp of the draft. */
  readonly stamp: number;
}

/** The shipments of some months by the draft's tables of the day before an edition, and of its first day. */
export const nextTable: JobKind<z.infer<typeof tableData>, TableResult> = {
  queue: "long",
  data: tableData,
  run: async ({ data: { tariff, edition, ...months }, db, by, signal, progress }) => {
    const draft = await draftSetup(db);
    if (!draft) throw new JobFailure("no-business");
    // orders name what is live: so must the draft
    const codes = await codesOfDraft(db);
    const named = withFormerCodes(draft.setup, codes.renames);
    const compiled = named.ok ? compileSetup(named.value) : named;
    if (!compiled.ok) throw new JobFailure("draft-unreadable");
    const own = draft.setup.tariffs.find((one) => one.code === tariff);
    const validFrom = own?.editions.find(({ label }) => label === edition)?.from;
    if (validFrom === undefined) throw new JobFailure("edition-gone");
    const { homeCurrency, timeZone } = draft.setup.business;
    const instant = by.now.toISOString();
    const over = new TableOverShipments(
      compiled.value,
      { tariff: codes.toLive("tariffs", tariff), from: validFrom },
      { instant, today: localDate(instant, timeZone) },
    );
    const total = await countSent(db, months);
    const told = (): TableResult => ({
      ...{ tariff, edition, validFrom, currency: homeCurrency, stamp: draft.stamp },
      ...over.laid,
    });
    progress(0, total);
    for await (const page of sentOrders(db, months, compiled.value)) {
      if (signal.aborted) throw new JobFailure("cancelled");
      for (const order of page) over.add(order);
      progress(over.seen, total, told);
    }
    return told();
  },
};
