"use server";

import { refresh } from "next/cache";
import { beginOrigin } from "@/core/setup/origin";
import { parseSetup } from "@/core/setup/parse-setup";
import { problemSentence } from "@/messages/problem-sentence";
import { personWho } from "@/server/auth/person";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { currentSetup } from "@/server/services/current-setup";
import { replaceSetup } from "@/server/services/edit-setup";

export interface BusinessStartInput {
  readonly name: string;
  readonly country: string;
  readonly homeCurrency: string;
  readonly timeZone: string;
  readonly deliveryTaxPercent: string;
}

/** Begins an empty business; its first origin and channel come with it, since nothing can be rated without. */
export async function beginBusiness(
  input: BusinessStartInput,
): Promise<{ problems: readonly { path: string; text: string }[] }> {
  const person = await personWho("edit-setup");
  if ("ok" in person) return { problems: [{ path: "", text: "Your role may look, not change." }] };
  if (await currentSetup(database(), "draft"))
    return { problems: [{ path: "", text: "The business is there already." }] };
  const parsed = parseSetup(emptySetup(input));
  if (!parsed.ok)
    return {
      problems: parsed.problems.map((problem) => ({ path: problem.path, text: problemSentence(problem) })),
    };
  await replaceSetup(database(), parsed.value, person.name, now());
  refresh();
  return { problems: [] };
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
