"use server";

import { z } from "zod";
import { edgeTrials, type EdgeTrial } from "@/core/bench/edge-trials";
import { trial as trialSchema } from "@/core/bench/trial";
import type { KeptRates } from "@/core/services/live-rate";
import { localDate } from "@/core/calendar/local-date";
import type { Item } from "@/core/setup/item";
import type { Answer } from "@/messages/answer";
import { act, type Call } from "@/server/act";
import { done, failed, type Result } from "@/server/result";
import { ratesForTrials } from "@/server/carriers/rates-for-trials";
import { draftSetup } from "@/server/services/draft-setup";
import { findItems } from "@/server/services/find-items";
import {
  addTrials,
  changeTrial,
  readTrials,
  removeTrials,
  trialItems,
  trialOfOrder,
  type StoredTrial,
} from "@/server/services/trials";

export type { StoredTrial };

/** All trials with the items they name, as they stand after a change of them. */
export interface StoredTrials {
  readonly trials: StoredTrial[];
  readonly items: Item[];
}

async function withTrials(db: Call["db"], result: Result<unknown>): Promise<Result<StoredTrials>> {
  if (!result.ok) return result;
  const trials = await readTrials(db);
  return done({ trials, items: await trialItems(db, trials) });
}

/** Adds trials at the end. */
export async function pinTrials(
  input: readonly z.infer<typeof trialSchema>[],
): Promise<Answer<StoredTrials>> {
  return act(input, {
    permission: "edit-setup",
    schema: z.array(trialSchema).min(1).max(100),
    run: async (trials, { db, by }) => withTrials(db, await addTrials(db, trials, by)),
  });
}

const changeSchema = z.strictObject({ trial: trialSchema, version: z.int().min(1) });

/** Puts a trial over the one with its id. */
export async function resetTrial(input: z.infer<typeof changeSchema>): Promise<Answer<StoredTrials>> {
  return act(input, {
    permission: "edit-setup",
    schema: changeSchema,
    run: async ({ trial, version }, { db, by }) => withTrials(db, await changeTrial(db, trial, version, by)),
  });
}

/** Takes trials off the bench. */
export async function unpinTrials(ids: readonly string[]): Promise<Answer<StoredTrials>> {
  return act(ids, {
    permission: "edit-setup",
    schema: z.array(z.string().max(60)).max(500),
    run: async (list, { db, by }) => withTrials(db, await removeTrials(db, list, by)),
  });
}

const orderSchema = z.strictObject({ order: z.string().min(1).max(60), id: z.string().min(1).max(60) });

/** Makes a trial of an order. */
export async function pinOrder(input: z.infer<typeof orderSchema>): Promise<Answer<StoredTrials>> {
  return act(input, {
    permission: "edit-setup",
    schema: orderSchema,
    run: async ({ order, id }, { db, by }) => {
      const trial = await trialOfOrder(db, order, id);
      return trial.ok ? withTrials(db, await addTrials(db, [trial.value], by)) : trial;
    },
  });
}

/** Items whose number or name holds a text, the nearest first. */
export async function completeItems(text: string): Promise<Answer<{ sku: string; name: string }[]>> {
  return act(text, {
    permission: "look",
    schema: z.string().max(100),
    run: async (asked, { db }) => done(await findItems(db, asked)),
  });
}

const edgesSchema = z.strictObject({ tariff: z.string().max(40), zone: z.string().max(40) });

/** What a trial for each break of a tariff would ask. */
export async function trialsOfTariff(input: z.infer<typeof edgesSchema>): Promise<Answer<EdgeTrial[]>> {
  return act(input, {
    permission: "look",
    schema: edgesSchema,
    run: async ({ tariff, zone }, { db, now }) => {
      const current = await draftSetup(db);
      if (!current?.compiled.ok) return failed("not-found");
      const date = localDate(now.toISOString(), current.setup.business.timeZone);
      return done(edgeTrials(current.compiled.value, tariff, zone, date));
    },
  });
}

/** What carriers have said of the trials' shipments; nobody is asked. */
export async function keptTrialRates(): Promise<Answer<KeptRates>> {
  return act(undefined, {
    permission: "look",
    schema: z.undefined(),
    run: async (_, { db, now }) =>
      done(await ratesForTrials(db, await readTrials(db), { mode: "cached", now })),
  });
}

/** Asks carriers about the trials' shipments, as far as no answer that is kept is new enough. */
export async function askForTrials(): Promise<Answer<KeptRates>> {
  return act(undefined, {
    permission: "edit-setup",
    schema: z.undefined(),
    run: async (_, { db, now }) => done(await ratesForTrials(db, await readTrials(db), { mode: "now", now })),
  });
}
