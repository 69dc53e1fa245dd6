"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import { beginOrigin } from "@/core/setup/begin-origin";
import { localDate } from "@/core/calendar/local-date";
import { startTemplates, withTemplate } from "@/core/setup/start-templates";
import { parseSetup } from "@/core/setup/parse-setup";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { failed } from "@/server/result";
import { draftSetup } from "@/server/services/draft-setup";
import { beginSetup } from "@/server/services/edit-setup";

const startSchema = z.strictObject({
  name: z.string().max(400),
  country: z.string().max(10),
  homeCurrency: z.string().max(10),
  timeZone: z.string().max(100),
  deliveryTaxPercent: z.string().max(40),
  /** A made-up carrier to begin with. */
  template: z.enum(startTemplates).exactOptional(),
});
export type BusinessStartInput = z.infer<typeof startSchema>;

/** Begins an empty business; its first origin and channel come with it, since nothing can be rated without. */
export async function beginBusiness(input: BusinessStartInput): Promise<Answer<unknown>> {
  const answer = await act(input, {
    permission: "edit-setup",
    schema: startSchema,
    run: async ({ template, ...start }, { db, by }) => {
      if (await draftSetup(db)) return failed("business-there");
      const parsed = parseSetup(emptySetup(start));
      if (!parsed.ok) return failed("invalid", parsed.problems);
      const today = localDate(by.now.toISOString(), parsed.value.business.timeZone);
      return beginSetup(db, template ? withTemplate(parsed.value, template, today) : parsed.value, by);
    },
  });
  refresh();
  return answer;
}

const MOST_SIGNS = 20_000_000;

/** Begins a business with a whole setup, as it was exported from another or written by hand. */
export async function beginWithSetup(text: string): Promise<Answer<unknown>> {
  const answer = await act(text, {
    permission: "edit-setup",
    schema: z.string().min(1).max(MOST_SIGNS),
    run: async (json, { db, by }) => {
      if (await draftSetup(db)) return failed("business-there");
      const parsed = parseSetup(read(json));
      if (parsed.ok) return beginSetup(db, parsed.value, by);
      // what is misspelt is told before what is missing for it
      const isMissing = ({ code }: { readonly code: string }) => Number(code !== "unknown-field");
      return failed(
        "invalid",
        [...parsed.problems].sort((a, b) => isMissing(a) - isMissing(b)),
      );
    },
  });
  refresh();
  return answer;
}

/** What is no JSON is no setup: it is refused as such. */
function read(json: string): unknown {
  try {
    return JSON.parse(json) as unknown;
  } catch {
    return undefined;
  }
}

function emptySetup({ name, country, homeCurrency, timeZone, deliveryTaxPercent }: BusinessStartInput) {
  return {
    format: "wallodrom-setup/1",
    business: {
      name,
      country,
      homeCurrency,
      timeZone,
      units: { weight: "kg", length: "cm" },
      deliveryTaxPercent,
    },
    exchangeRates: [],
    chargeTypes: [{ code: "freight", name: "Freight", reasonCode: "FC" }],
    goodsClasses: [],
    origins: [beginOrigin("MAIN", "Main warehouse", { country, timeZone, rank: 1 })],
    carriers: [],
    zoneCharts: [],
    services: [],
    tariffs: [],
    channels: [
      { code: "web", name: "Web shop", currency: homeCurrency, pricesIncludeTax: true, active: true },
    ],
    offers: [],
    itemExceptions: [],
    sourcing: {
      split: "byLine",
      objectives: ["fewestShipments", "lowestCost", "nearest", "rank"],
      fallbackOrigin: "MAIN",
    },
    connections: [],
  };
}
