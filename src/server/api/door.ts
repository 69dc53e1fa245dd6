import "server-only";
import { randomUUID } from "node:crypto";
import { z } from "zod";
import { readRequest } from "@/core/setup/parse-setup";
import type { Scope } from "@/contracts/scopes";
import type { By } from "@/db/queries/activity";
import { now } from "../clock";
import { ratingDatabase } from "../database";
import { isDatabaseAway } from "../database-away";
import { logFailure } from "../log";
import { admit, type Admitted } from "./admission";
import type { ApiAnswer, ApiCall } from "./call";
import { problemAnswer, statusOf } from "./problem";

/** Bytes of a body, where a door does not say otherwise. */
const MOST_BYTES = 2_000_000;
/** Seconds after which a caller may ask again when the database is away. */
const RETRY_AFTER = "2";

/** What a handler is given: everything read and allowed. */
export interface DoorCall<B, Q> {
  readonly body: B;
  readonly query: Q;
  /** The parts of the address that stand for something: `{number}`. */
  readonly params: Readonly<Record<string, string>>;
  readonly header: ApiCall["header"];
  readonly admitted: Admitted;
  /** The key, as whoever does it. */
  readonly by: By;
}

/** A kind of body besides JSON, by what its type ends in: `application/xml`, `text/csv`. */
export type OtherBody = "xml" | "csv";

/** Reads a body, or answers what is wrong with it. */
export type BodyReader<Q> = (text: string, query: Q) => Promise<{ readonly value: unknown } | ApiAnswer>;

/** One method of one address of the API, with what is written about it. */
export interface Door<B, Q> {
  readonly scope: Scope;
  readonly summary: string;
  readonly body?: z.ZodType<B>;
  readonly query?: z.ZodType<Q>;
  readonly mostBytes?: number;
  /** Bodies of other kinds that are read into what the body's schema reads. */
  readonly alsoReads?: Readonly<Partial<Record<OtherBody, BodyReader<Q>>>>;
  /** What is answered when it goes well: its status, in words, and its shape. */
  readonly answers: { readonly status: number; readonly text: string; readonly schema?: z.ZodType };
  readonly handle: (call: DoorCall<B, Q>) => Promise<ApiAnswer>;
}

/** A door as it is asked: who calls, may they, is what they say well formed; then the call; nothing thrown gets out. */
export interface OpenDoor {
  readonly about: Door<never, never>;
  readonly answer: (call: ApiCall) => Promise<ApiAnswer>;
}

/** Makes a door. The body of somebody who may not call is not read. */
export function door<B = undefined, Q = Record<string, never>>(about: Door<B, Q>): OpenDoor {
  return {
    about: about as unknown as Door<never, never>,
    answer: async (call) => {
      try {
        const admitted = await admit(ratingDatabase(), call.header("authorization"), about.scope, now());
        if ("status" in admitted) return admitted;
        const read = await readCall(about, call);
        if ("status" in read) return read;
        const by = { who: { id: null, name: `API key “${admitted.keyName}”` }, now: admitted.now };
        return await about.handle({ ...read, params: call.params, header: call.header, admitted, by });
      } catch (error) {
        return failureOf(error);
      }
    },
  };
}

async function readCall<B, Q>(
  { body, query, alsoReads, mostBytes = MOST_BYTES }: Door<B, Q>,
  call: ApiCall,
): Promise<{ readonly body: B; readonly query: Q } | ApiAnswer> {
  const asked = readRequest((query ?? noQuery) as z.ZodType<Q>, Object.fromEntries(call.query));
  if (!asked.ok) return problemAnswer(statusOf(asked.problems), { problems: asked.problems });
  if (!body) return { body: undefined as B, query: asked.value };
  const text = await call.text(mostBytes);
  if (text === undefined) return problemAnswer(413, { detail: `At most ${mostBytes} bytes.` });
  const [, kind] = /^(?:application|text)\/(xml|csv)\b/i.exec(call.header("content-type") ?? "") ?? [];
  const other = kind && alsoReads?.[kind.toLowerCase() as OtherBody];
  const read = other ? await other(text, asked.value) : { value: JSON.parse(text) as unknown };
  if ("status" in read) return read;
  const parsed = readRequest(body, read.value);
  return parsed.ok
    ? { body: parsed.value, query: asked.value }
    : problemAnswer(statusOf(parsed.problems), { problems: parsed.problems });
}

const noQuery = z.strictObject({});

function failureOf(error: unknown): ApiAnswer {
  if (error instanceof SyntaxError)
    return problemAnswer(400, { problems: [{ code: "bad-json", path: "", data: {} }] });
  const id = randomUUID();
  logFailure("an API call failed", error, { id });
  return isDatabaseAway(error)
    ? problemAnswer(503, {
        detail: "The data can't be reached just now.",
        headers: { "retry-after": RETRY_AFTER },
      })
    : problemAnswer(500, { detail: `Report this number: ${id}` });
}
