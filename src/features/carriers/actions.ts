"use server";

import { refresh } from "next/cache";
import { z } from "zod";
import type { Answer } from "@/messages/answer";
import { act, type Call } from "@/server/act";
import { secretKeys } from "@/server/environment";
import { removeAccount, saveAccount } from "@/server/services/carrier-accounts";
import {
  lookAtSecret,
  removeSecret,
  saveSecret,
  secretFields,
  type SecretFields,
} from "@/server/services/carrier-secrets";

const carrier = z.string().min(1).max(40);
const ofCarrier = z.strictObject({ carrier, id: z.uuid() });
type OfCarrier = z.infer<typeof ofCarrier>;

const accountSchema = z.strictObject({
  carrier,
  id: z.uuid().optional(),
  version: z.int().optional(),
  origin: z.string().max(40).nullable(),
  number: z.string().trim().min(1).max(60),
  note: z.string().trim().max(200),
});

/** Adds our customer number with a carrier, or changes one. */
export async function storeAccount(input: z.infer<typeof accountSchema>): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "edit-setup",
    schema: accountSchema,
    words: { number: "An account has a number of 1 to 60 signs." },
    run: (account, { db, by }) => saveAccount(db, account, by),
  });
  refresh();
  return answer;
}

export async function dropAccount(input: OfCarrier): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "edit-setup",
    schema: ofCarrier,
    run: (account, { db, by }) => removeAccount(db, account, by),
  });
  refresh();
  return answer;
}

/** A secret in full, for those who may see it; the look is noted. */
export async function lookAt(input: OfCarrier): Promise<Answer<SecretFields>> {
  return act(input, {
    permission: "see-secrets",
    schema: ofCarrier,
    run: (secret, { db, by }) => lookAtSecret(db, secret, withKeys(by)),
  });
}

const secretSchema = z.strictObject({
  carrier,
  id: z.uuid().optional(),
  version: z.int().optional(),
  label: z.string().trim().min(1).max(80),
  fields: secretFields,
});

export async function storeSecret(input: z.infer<typeof secretSchema>): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "see-secrets",
    schema: secretSchema,
    words: {
      label: "Say what it is for, in up to 80 signs.",
      holder: "An account has a holder.",
      iban: "This is not an IBAN: its check digits or its length do not fit.",
      bic: "A BIC has 8 or 11 signs, like TESTEE2X.",
      secret: "There is no secret in it.",
    },
    run: (secret, { db, by }) => saveSecret(db, secret, withKeys(by)),
  });
  refresh();
  return answer;
}

export async function dropSecret(input: OfCarrier): Promise<Answer<undefined>> {
  const answer = await act(input, {
    permission: "see-secrets",
    schema: ofCarrier,
    run: (secret, { db, by }) => removeSecret(db, secret, by),
  });
  refresh();
  return answer;
}

function withKeys(by: Call["by"]) {
  return { ...by, keys: secretKeys() };
}
