"use server";

import { z } from "zod";
import { edgeTrials, type EdgeTrial } from "@/core/bench/edge-trials";
import { trial as trialSchema } from "@/core/bench/trial";
import { localDate } from "@/core/calendar/local-date";
import type { Item } from "@/core/setup/item";
import { act, type Answer } from "@/server/act";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { done, failed, type Result } from "@/server/result";
import { currentSetup } from "@/server/services/current-setup";
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
export interface HeldTrials {
  readonly trials: StoredTrial[];
  readonly items: Item[];
}

async function held(result: Result<unknown>): Promise<Result<HeldTrials>> {
  if (!result.ok) return result;
  const trials = await readTrials(database());
  return done({ trials, items: await trialItems(database(), trials) });
}

/** Adds trials at the end. */
export async function pinTrials(input: readonly z.infer<typeof trialSchema>[]): Promise<Answer<HeldTrials>> {
  return act(input, {
    permission: "edit-setup",
    schema: z.array(trialSchema).min(1).max(100),
    run: async (trials, { person, now: at }) => held(await addTrials(database(), trials, person.name, at)),
  });
}

const changeSchema = z.strictObject({ trial: trialSchema, version: z.int().min(1) });

/** Puts a trial over the one with its id. */
export async function resetTrial(input: z.infer<typeof changeSchema>): Promise<Answer<HeldTrials>> {
  return act(input, {
    permission: "edit-setup",
    schema: changeSchema,
    run: async ({ trial, version }, { person, now: at }) =>
      held(await changeTrial(database(), trial, version, person.name, at)),
  });
}

/** Takes trials off the bench. */
export async function unpinTrials(ids: readonly string[]): Promise<Answer<HeldTrials>> {
  return act(ids, {
    permission: "edit-setup",
    schema: z.array(z.string().max(60)).max(500),
    run: async (list, { person, now: at }) => held(await removeTrials(database(), list, person.name, at)),
  });
}

const orderSchema = z.strictObject({ order: z.string().min(1).max(60), id: z.string().min(1).max(60) });

/** Makes a trial of an order. */
export async function pinOrder(input: z.infer<typeof orderSchema>): Promise<Answer<HeldTrials>> {
  return act(input, {
    permission: "edit-setup",
    schema: orderSchema,
    run: async ({ order, id }, { person, now: at }) => {
      const trial = await trialOfOrder(database(), order, id);
      return trial.ok ? held(await addTrials(database(), [trial.value], person.name, at)) : trial;
    },
  });
}

/** Items whose number or name holds a text, the nearest first. */
export async function completeItems(text: string): Promise<Answer<{ sku: string; name: string }[]>> {
  return act(text, {
    permission: "look",
    schema: z.string().max(100),
    run: async (asked) => done(await findItems(database(), asked)),
  });
}

const edgesSchema = z.strictObject({ tariff: z.string().max(40), zone: z.string().max(40) });

/** What a trial for each break of a tariff would ask. */
export async function trialsOfTariff(input: z.infer<typeof edgesSchema>): Promise<Answer<EdgeTrial[]>> {
  return act(input, {
    permission: "look",
    schema: edgesSchema,
    run: async ({ tariff, zone }) => {
      const current = await currentSetup(database(), "draft");
      if (!current?.compiled.ok) return failed("not-found");
      const date = localDate(now().toISOString(), current.setup.business.timeZone);
      return done(edgeTrials(current.compiled.value, tariff, zone, date));
    },
  });
}
