import { readFileSync } from "node:fs";
import { join } from "node:path";
import { hash } from "@node-rs/argon2";
import { randomUUID, createHash } from "node:crypto";
import { applyChanges } from "@/core/setup/change";
import type { Change } from "@/core/setup/inverse";
import { scopes } from "@/contracts/scopes";
import { compileSetup } from "@/core/quote/compiled-setup";
import { items as itemsSchema } from "@/core/setup/item";
import { parseSetup, parseWith, type Parsed } from "@/core/setup/parse-setup";
import type { Database, PooledDatabase } from "@/db/connect";
import { readStamps, writeSetup } from "@/db/queries/setup";
import { writeItems } from "@/db/queries/items";
import { insertOrders, readOrder } from "@/db/queries/orders";
import { account, apiKeys, carrierAccounts, trials, user } from "@/db/schema";
import { eq, sql } from "drizzle-orm";
import { changeOrderIn } from "@/server/orders/change-order";
import { chargeIn } from "@/server/orders/charge-order";
import { rewriteIn } from "@/server/orders/edit-order";
import { factsOf, rateOrder } from "@/server/orders/rate-order";
import { settleOrder } from "@/server/orders/settle-order";
import { putDeskRule } from "@/db/queries/desk-rules";
import type { Revision } from "@/server/services/live-setup";
import { editSetup } from "@/server/services/edit-setup";
import { openGate } from "@/server/services/publication";
import { compileItem } from "@/core/parcels/compiled-item";
import { trial, type Trial } from "@/core/bench/trial";
import type { DemoOrder } from "../demo/parts/orders";
import { demoRows } from "./demo-order";
import { loadReplay } from "./load-replay";
import { loadPastOrders } from "./load-past-orders";
import { root } from "./machine/paths";

/** How the demo's channels are charged many at once, and what one order may lose. */
const demoRules = [
  { channel: "web", take: "cheapest", mostLoss: "1.00", mostByHand: "10.00" },
  { channel: "dealers", take: "margin", mostLoss: "5.00", mostByHand: null },
] as const;

export interface DemoPerson {
  readonly name: string;
  readonly email: string;
  readonly password: string;
  readonly role: "admin" | "coordinator" | "finance" | "viewer";
}

/** Sign-ins of the demo. They guard made-up data only. */
export const demoPeople: readonly DemoPerson[] = [
  {
    name: "Maarja Kask",
    email: "coordinator@nettle-comb.example",
    password: "heather-and-lime",
    role: "coordinator",
  },
  { name: "Ott Ränd", email: "admin@nettle-comb.example", password: "smoker-in-the-shed", role: "admin" },
  { name: "Signe Vahtrik", email: "finance@nettle-comb.example", password: "pots-of-honey", role: "finance" },
  { name: "Leo Tammsalu", email: "viewer@nettle-comb.example", password: "only-looking-in", role: "viewer" },
];

/** Keys of the demo's API: with and without what things cost us. */
export const demoKeys = [
  { name: "Web shop", key: "wd_demo_web_shop", scopes: ["quotes"] },
  { name: "Back office", key: "wd_demo_back_office", scopes: ["quotes", "costs"] },
  { name: "Everything", key: "wd_demo_everything", scopes },
] as const;

/** Customer numbers the demo's carriers gave us. */
const demoAccounts = [
  { carrier: "PNP", origin: null, number: "NC-40071", note: "billed monthly" },
  { carrier: "PNP", origin: "CES", number: "NC-40072", note: "collected on Fridays" },
  { carrier: "AMB", origin: "TRT", number: "1187", note: "" },
] as const;

/** Whoever set the demo up. */
const maarja = { id: null, name: "Maarja Kask" };

const OWASP = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

function demoFile(name: string): unknown {
  return JSON.parse(readFileSync(join(root, "demo", name), "utf8"));
}

function sure<T>(parsed: Parsed<T>): T {
  if (!parsed.ok)
    throw new Error(`the demo's data are wrong: ${JSON.stringify(parsed.problems.slice(0, 3))}`);
  return parsed.value;
}

/** Adds people who are not there yet, each with their password or not at all; false when all were there. */
export async function loadPeople(db: Database, people: readonly DemoPerson[]): Promise<boolean> {
  let added = false;
  for (const { name, email, password, role } of people) {
    const secret = await hash(password, OWASP);
    const isNew = await db.transaction(async (tx) => {
      const [known] = await tx.select({ id: user.id }).from(user).where(eq(user.email, email));
      if (known) return false;
      const id = randomUUID();
      await tx.insert(user).values({ id, name, email, emailVerified: true, role });
      await tx.insert(account).values({
        id: randomUUID(),
        accountId: id,
        providerId: "credential",
        userId: id,
        password: secret,
      });
      return true;
    });
    added ||= isNew;
  }
  return added;
}

/** Fills an empty database with Nettle & Comb; one that holds anything is left as it is. */
export async function loadDemo(db: PooledDatabase, now: Date): Promise<void> {
  if ((await readStamps(db)).stamp > 0) return;
  const setup = sure(parseSetup(demoFile("nettle-and-comb.setup.json")));
  const items = sure(parseWith(itemsSchema, demoFile("nettle-and-comb.items.json")));
  const compiled = sure(compileSetup(setup));
  const catalogue = new Map(items.map((item) => [item.sku, compileItem(item, compiled.defaultWeights)]));
  await db.transaction(async (tx) => {
    // a year of orders is rated in between
    await tx.execute(sql`set local idle_in_transaction_session_timeout = 0`);
    await writeItems(tx, items);
    const list = demoFile("nettle-and-comb.orders.json") as DemoOrder[];
    await insertOrders(tx, list.map(demoRows));
    for (const rule of demoRules) await putDeskRule(tx, rule);
    const live = { number: 1, setup, compiled };
    for (const order of list) await settleDemoOrder(tx, order, live, now);
    await loadPastOrders(tx, items, compiled, (sku) => catalogue.get(sku), now);
    await loadPeople(tx, demoPeople);
    await loadTrials(tx, now);
    await tx.insert(apiKeys).values(
      demoKeys.map(({ name, key, scopes }) => ({
        id: key,
        name,
        hash: createHash("sha256").update(key).digest("hex"),
        scopes: [...scopes],
      })),
    );
    await tx.insert(carrierAccounts).values([...demoAccounts]);
    const stamp = await writeSetup(tx, undefined, setup, now);
    const first = await openGate(tx, { setup, stamp, smallEdits: false }, { who: maarja, now });
    if (!first.ok) throw new Error("the demo's setup can't be published");
  });
  const prepared = demoFile("nettle-and-comb.draft.json") as Change[];
  const edited = await editSetup(db, prepared, { who: maarja, now });
  if (!edited.ok) throw new Error("the demo's draft can't be stored");
  await loadReplay(db, { live: setup, draft: sure(applyChanges(setup, prepared)).setup, items, now });
}

async function loadTrials(tx: Database, now: Date): Promise<void> {
  const list = demoFile("nettle-and-comb.trials.json") as unknown[];
  const read = list.map((one) => sure(parseWith<Trial>(trial, one)));
  const at = { changedAt: now.toISOString(), changedBy: "Maarja Kask" };
  await tx.insert(trials).values(read.map((one, position) => ({ ...one, position, ...at })));
}

/** Rates an order as the desk would, and applies a charge where the demo says so. */
async function settleDemoOrder(tx: Database, demo: DemoOrder, live: Revision, now: Date): Promise<void> {
  const { number, apply, placedAt } = demo;
  const command = { number, by: { who: maarja, now: new Date(placedAt) } };
  const stored = apply && (await readOrder(tx, number));
  const rated = stored && rateOrder(stored, live, await factsOf(tx, stored, live), now).rated;
  const offers = rated?.ok ? rated.value.offers : [];
  const offer = offers[offers.length - 1];
  if (apply && offer) {
    sureDone(
      await changeOrderIn(tx, live, command, (_, situation) =>
        chargeIn(tx, situation, command.by, { offer: offer.offer }),
      ),
    );
    const { then } = apply;
    if (then)
      sureDone(
        await changeOrderIn(tx, live, command, (_, situation) =>
          rewriteIn(
            tx,
            situation,
            (before) => {
              const line = before.lines[then.position];
              return (
                line && {
                  ...before,
                  lines: before.lines.with(then.position, { ...line, quantity: then.quantity }),
                }
              );
            },
            now,
          ),
        ),
      );
  }
  await settleOrder(tx, number, live, now);
}

function sureDone(result: { readonly ok: boolean }): void {
  if (!result.ok) throw new Error(`the demo can't be loaded: ${JSON.stringify(result)}`);
}
