"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import type { CarrierService } from "@/contracts/carrier-rates";
import { code } from "@/core/setup/primitives";
import type { Connection } from "@/core/setup/offer";
import type { Answer } from "@/messages/answer";
import { act, type Call } from "@/server/act";
import { askNow, carrierServices, type AskedNow } from "@/server/carriers/ask-now";
import { compareNow } from "@/server/carriers/carrier-drift";
import { renewConnection, setConnection } from "@/server/carriers/connection-settings";
import { callsLoopback, secretKeys } from "@/server/environment";
import { failed } from "@/server/result";
import { draftSetup } from "@/server/services/draft-setup";

const settingsSchema = z.strictObject({
  code,
  url: z.string().trim().max(500),
  fields: z.record(z.string().max(60), z.string().max(2000)),
});

async function connectionOf(db: Call["db"], wanted: string): Promise<Connection | undefined> {
  return (await draftSetup(db))?.setup.connections.find((one) => one.code === wanted);
}

/** Sets how a connection reaches its carrier; a secret that is left empty stays as it is. */
export async function storeConnection(input: z.infer<typeof settingsSchema>): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "see-secrets",
    schema: settingsSchema,
    run: async ({ code: wanted, ...settings }, { db, by }) => {
      const connection = await connectionOf(db, wanted);
      if (!connection) return failed("not-found");
      return setConnection(db, connection, settings, {
        ...by,
        keys: secretKeys(),
        loopback: callsLoopback(),
      });
    },
  });
  refresh();
  return answer;
}

const askSchema = z.strictObject({ code, number: z.string().trim().min(1).max(60) });

/** Asks the carrier about an order now. */
export async function askCarrier(input: z.infer<typeof askSchema>): Promise<Answer<readonly AskedNow[]>> {
  const answer = await act(input, {
    permission: "edit-setup",
    schema: askSchema,
    words: { number: "Which order? Its number." },
    run: ({ code: wanted, number }, { db, now }) => askNow(db, wanted, number, now),
  });
  refresh();
  return answer;
}

/** The services the carrier says it has. */
export async function fetchServices(
  wanted: string,
): Promise<Answer<{ readonly services: readonly CarrierService[] } | { readonly outcome: string }>> {
  return act(wanted, {
    permission: "edit-setup",
    schema: code,
    run: async (asked, { db, now }) => {
      const connection = await connectionOf(db, asked);
      return connection ? carrierServices(db, connection, now) : failed("not-found");
    },
  });
}

/** Asks the carrier about shipments of the last orders, to hold our tables beside what it says. */
export async function compareWithTable(
  wanted: string,
): Promise<Answer<{ readonly asked: number; readonly answered: number }>> {
  const answer = await act(wanted, {
    permission: "edit-setup",
    schema: code,
    run: (asked, { db, now }) => compareNow(db, asked, now),
  });
  refresh();
  return answer;
}

/** Asks a carrier that was left alone again, at once and by every process. */
export async function beginAgain(wanted: string): Promise<Answer<undefined>> {
  const answer = await act(wanted, {
    permission: "edit-setup",
    schema: code,
    run: (asked, { db, by }) => renewConnection(db, asked, by),
  });
  refresh();
  return answer;
}
