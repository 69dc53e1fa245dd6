"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import { beginOrigin } from "@/core/setup/origin";
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
});
export type BusinessStartInput = z.infer<typeof startSchema>;

/** Begins an empty business; its first origin and channel come with it, since nothing can be rated without. */
export async function beginBusiness(input: BusinessStartInput): Promise<Answer<unknown>> {
  const answer = await act(input, {
    permission: "edit-setup",
    schema: startSchema,
    run: async (start, { db, by }) => {
      if (await draftSetup(db)) return failed("business-there");
      const parsed = parseSetup(emptySetup(start));
      return parsed.ok ? beginSetup(db, parsed.value, by) : failed("invalid", parsed.problems);
    },
  });
  refresh();
  return answer;
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
