"use server";

import { z } from "zod";
import type { Edition } from "@/core/setup/tariff";
import type { ZoneChart } from "@/core/setup/zone-chart";
import type { Answer } from "@/messages/answer";
import { act } from "@/server/act";
import { done, failed } from "@/server/result";
import { draftSetup } from "@/server/services/draft-setup";
import { keepFilePlan, knownFilePlan } from "@/server/services/file-plans";

const existingSchema = z.strictObject({
  chart: z.string().max(40),
  editions: z.record(
    z.string().max(500),
    z.strictObject({ code: z.string().max(40), label: z.string().max(60) }),
  ),
});

/** The draft's own of the chart and the editions that a file goes into. */
export async function existingOf(
  input: z.infer<typeof existingSchema>,
): Promise<Answer<{ chart: ZoneChart | undefined; editions: Record<string, Edition> }>> {
  return act(input, {
    permission: "look",
    schema: existingSchema,
    run: async ({ chart, editions }, { db }) => {
      const current = await draftSetup(db);
      if (!current) return failed("not-found");
      const found = Object.entries(editions).flatMap(([name, { code, label }]) => {
        const tariff = current.setup.tariffs.find((one) => one.code === code);
        const edition = tariff?.editions.find((one) => one.label === label);
        return edition ? [[name, edition] as const] : [];
      });
      return done({
        chart: current.setup.zoneCharts.find((one) => one.code === chart),
        editions: Object.fromEntries(found),
      });
    },
  });
}

const shapeSchema = z.string().min(1).max(2000);

/** How a file with these heads was read the last time; `null` for a new shape. */
export async function knownPlan(shape: string): Promise<Answer<string | null>> {
  return act(shape, {
    permission: "look",
    schema: shapeSchema,
    run: async (known, { db }) => done((await knownFilePlan(db, known)) ?? null),
  });
}

const keepSchema = z.strictObject({ shape: shapeSchema, plan: z.string().max(20_000) });

/** Keeps how a file was read, for the next one of its shape. The plan is JSON. */
export async function keepPlan(input: z.infer<typeof keepSchema>): Promise<Answer<undefined>> {
  return act(input, {
    permission: "edit-setup",
    schema: keepSchema,
    run: ({ shape, plan }, { db, by }) => keepFilePlan(db, shape, plan, by),
  });
}
