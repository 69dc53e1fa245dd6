import "server-only";
import type { CarrierService, Rate, RateRefusal } from "@/contracts/carrier-rates";
import { planLiveRequests } from "@/core/quote/quote-order";
import type { Connection } from "@/core/setup/offer";
import type { PooledDatabase } from "@/db/connect";
import { readOrder } from "@/db/queries/orders";
import { freeItems } from "../orders/free-items";
import { skusOf } from "../orders/order-document";
import { orderRequest } from "../orders/order-request";
import { done, failed, type Result } from "../result";
import { draftSetup } from "../services/draft-setup";
import { contextOf } from "../services/rate";
import { carrierQuestions } from "./carrier-question";
import { costOfRate } from "./cost-of-rate";
import { askWith } from "./open-connections";

/** A rate as the carrier said it, and what it costs us: without tax. */
export interface AskedRate extends Rate {
  readonly cost: string | undefined;
}

/** What a carrier said of one shipment of an order. */
export interface AskedNow {
  readonly origin: string;
  readonly ms: number;
  /** Why there is no answer. */
  readonly outcome?: string;
  readonly said?: string;
  readonly rates: readonly AskedRate[];
  readonly declined: readonly RateRefusal[];
}

/**
 * Asks a connection now about an order by the draft, as it is being set up, whatever is kept; nothing is kept of it. Fails with
 * `not-found` where there is no such order; gives nothing where no service of the draft is priced by the connection.
 */
export async function askNow(
  db: PooledDatabase,
  code: string,
  number: string,
  now: Date,
): Promise<Result<readonly AskedNow[]>> {
  const [stored, draft] = [await readOrder(db, number), await draftSetup(db)];
  if (!stored || !draft?.compiled.ok) return failed("not-found");
  const { setup } = draft;
  const items = await freeItems(db, skusOf(stored), undefined);
  const context = contextOf(draft.compiled.value, items, now);
  const plan = planLiveRequests(draft.compiled.value, orderRequest(stored), context);
  if (!plan.ok) return failed("invalid", plan.problems);
  const asked = await askWith(db, setup, now);
  const open = asked.connectionOf(code);
  if (!open) return failed("not-found");
  const own = plan.value.filter(({ connection }) => connection === code);
  const found = await Promise.all(
    carrierQuestions(own, asked.originOf).map(async ({ question, requests }): Promise<AskedNow> => {
      const begun = asked.clock();
      const [answer] = await open.line.ask([question], asked.deadline);
      const ms = Math.round(asked.clock() - begun);
      const origin = requests[0]?.origin ?? "";
      const none = { origin, ms, rates: [], declined: [] };
      if (!answer) return { ...none, outcome: "malformed" };
      if ("notAsked" in answer) return { ...none, outcome: answer.notAsked };
      if ("fault" in answer)
        return {
          ...none,
          outcome: answer.fault,
          ...(answer.said === undefined ? {} : { said: answer.said }),
        };
      return {
        origin,
        ms,
        rates: answer.rates.map((rate) => ({ ...rate, cost: costOfRate(rate) })),
        declined: answer.declined,
      };
    }),
  );
  return done(found);
}

/** The services the carrier says it has, or why it does not say. */
export async function carrierServices(
  db: PooledDatabase,
  connection: Connection,
  now: Date,
): Promise<Result<{ readonly services: readonly CarrierService[] } | { readonly outcome: string }>> {
  const asked = await askWith(db, { connections: [connection], origins: [] }, now);
  const open = asked.connectionOf(connection.code);
  if (!open) return failed("not-found");
  const found = await open.line.services(asked.deadline);
  return done("fault" in found ? { outcome: found.fault } : { services: found });
}
