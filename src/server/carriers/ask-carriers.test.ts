import { adapterOf } from "@/adapters/adapters";
import { planLiveRequests } from "@/core/quote/quote-order";
import type { QuoteRequest } from "@/core/quote/request";
import { compileItem } from "@/core/parcels/compiled-item";
import { compileSetup } from "@/core/quote/compiled-setup";
import type { LiveRequest } from "@/core/services/live-rate";
import { startStandIns, type StandIns } from "../../../sim/carriers/server";
import { sparrings } from "../../../tests/adapters/stand-in";
import { box } from "../../../tests/support/quote-with";
import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { sendOut } from "../outgoing/send-out";
import { askCarriers, keptUnder, MOST_QUESTIONS, type AskWith, type OpenConnection } from "./ask-carriers";
import { CarrierLine } from "./carrier-line";

let standIns: StandIns;
beforeAll(async () => {
  standIns = await startStandIns(0, { seed: 1, isPrompt: true });
});
afterAll(() => standIns.stop());
beforeEach(() => {
  standIns.calls.clear();
  for (const { standIn } of Object.values(sparrings)) standIns.faults.set(standIn, []);
});

const now = new Date("2026-11-24T10:15:02Z");
const setup = smallestSetup();
setup.connections = ["tern", "amber"].map((code) => ({
  code,
  adapter: code === "tern" ? "ternwing" : "wallodrom",
  carrier: "POST",
  timeoutMs: 1000,
  cacheMinutes: 30,
}));
setup.services[0]!.rate = { live: "tern", liveService: "EXPRESS" };
const compiled = sure(compileSetup(setup));
const item = compileItem(box, compiled.defaultWeights);

/** What the core wants to know of an order. */
function wanted(own: Partial<QuoteRequest> = {}): LiveRequest[] {
  const request = {
    channel: "web",
    shipTo: { country: "EE", postcode: "50107" },
    lines: [{ sku: "BOX", quantity: 2 }],
    ...own,
  };
  return sure(planLiveRequests(compiled, request, { items: () => item, now: now.toISOString() }));
}

function asking(own: Partial<AskWith> = {}): AskWith {
  const open = new Map<string, OpenConnection>(
    [
      ["tern", "ternwing"],
      ["amber", "wallodrom"],
    ].map(([code = "", name = ""]) => {
      const of = sparrings[name]!;
      const adapter = adapterOf(name)!;
      const line = new CarrierLine({
        adapter,
        settings: of.settings,
        url: `${standIns.url}/${of.standIn}`,
        timeoutMs: 1000,
        loopback: true,
        send: sendOut,
        clock: () => performance.now(),
      });
      return [code, { line, settingsVersion: 1, dependsOn: adapter.dependsOn, account: "ACC-12345" }];
    }),
  );
  return {
    connectionOf: (code) => open.get(code),
    originOf: (code) => setup.origins.find((one) => one.code === code),
    deadline: performance.now() + 1500,
    clock: () => performance.now(),
    now: () => now,
    ...own,
  };
}

test("an answer is told under the core's own key, without tax, with when; the exchange says what was asked, and no account", async () => {
  const requests = wanted();
  const { answers, exchanges, kept } = await askCarriers(requests, asking());
  const answer = answers.get(requests[0]!.key)!;
  expect(answer).toEqual({
    amount: expect.stringMatching(/^\d+\.\d\d$/) as string,
    currency: "SEK",
    at: now.toISOString(),
    ms: expect.any(Number) as number,
  });
  expect(kept).toHaveLength(1);
  expect(kept[0]).toMatchObject({ connection: "tern", answer });
  expect(exchanges).toHaveLength(1);
  expect(exchanges[0]).toMatchObject({
    connection: "tern",
    outcome: "answered",
    question: { account: "…45", services: ["EXPRESS"] },
  });
  expect(JSON.stringify(exchanges)).not.toContain(sparrings.ternwing!.settings.key);
  expect(JSON.stringify(exchanges)).not.toContain("ACC-12345");
});

test("equal questions at the same time are one call, whoever asks; one that ended is asked anew", async () => {
  const same = asking();
  const came = await Promise.all(Array.from({ length: 20 }, () => askCarriers(wanted(), same)));
  expect(standIns.calls.get("ternwing")).toBe(1);
  const amounts = came.map(({ answers }) =>
    [...answers].map(([key, one]) => [key, "amount" in one && one.amount]),
  );
  expect(new Set(amounts.map((one) => JSON.stringify(one))).size).toBe(1);
  expect(came.flatMap(({ exchanges }) => exchanges)).toHaveLength(1);
  await askCarriers(wanted(), same);
  expect(standIns.calls.get("ternwing")).toBe(2);
});

test("a quote asks about so many shipments and no more; services of one shipment are asked together", async () => {
  const [one] = wanted();
  const many = Array.from({ length: 30 }, (_, i) => ({ ...one!, key: `k${i}`, goodsValue: `${i}.00` }));
  const { answers } = await askCarriers(many, asking());
  const beyond = [...answers.values()].filter((one) => "failed" in one && one.failed === "beyond");
  expect([answers.size, beyond.length]).toEqual([30, 30 - MOST_QUESTIONS]);
  standIns.calls.clear();
  const two = [one!, { ...one!, key: "day", service: "OTHER", liveService: "DAY" }];
  expect((await askCarriers(two, asking())).answers.size).toBe(2);
  expect(standIns.calls.get("ternwing")).toBe(1);
});

test("what a carrier declines is an answer in its own words; what it says nothing of is none, and says so", async () => {
  const [one] = wanted();
  const heavy = { ...one!, key: "heavy", parcels: [{ count: 1, weight: "99" }] };
  const strange = { ...one!, key: "strange", service: "X", liveService: "NO-SUCH" };
  const { answers, exchanges } = await askCarriers([heavy, strange], asking());
  const at = now.toISOString();
  expect(answers.get("heavy")).toMatchObject({ declined: "A parcel weighs more than 31.5 kg", at });
  expect(answers.get("strange")).toMatchObject({ failed: "answered-in-part", at });
  expect(exchanges.map(({ outcome }) => outcome).sort()).toEqual(["answered", "answered-in-part"]);
});

test("by the deadline there is an answer or none, also for what still waits for its turn, and one slow carrier keeps no other's", async () => {
  standIns.faults.set("ternwing", ["hangs"]);
  const [one] = wanted();
  const of = (connection: string, i: number) => ({
    ...one!,
    connection,
    liveService: connection === "tern" ? "EXPRESS" : "VAN",
    key: `${connection}${i}`,
    goodsValue: `${i}.00`,
  });
  const same = asking({ deadline: performance.now() + 500 });
  const begun = performance.now();
  const came = await Promise.all([
    ...Array.from({ length: 6 }, (_, i) =>
      askCarriers(
        Array.from({ length: 20 }, (__, j) => of("tern", i * 20 + j)),
        same,
      ),
    ),
    askCarriers([of("amber", 1)], same),
  ]);
  // 120 questions, eight at once, each of a second: without a deadline a quarter of a minute
  expect(performance.now() - begun).toBeLessThan(2000);
  expect(came.at(-1)!.answers.get("amber1")).toHaveProperty("amount");
  const none = came.slice(0, -1).flatMap(({ answers }) => [...answers.values()]);
  expect(none.every((one) => "failed" in one)).toBe(true);
  // of those whose turn had come the carrier was late, the others were never asked
  const failed = new Set(none.map((one) => "failed" in one && one.failed));
  expect(failed).toEqual(new Set(["late", "no-time"]));
  const outcomes = new Set(came.flatMap(({ exchanges }) => exchanges.map(({ outcome }) => outcome)));
  for (const outcome of outcomes) expect(["late", "no-time", "left-alone", "answered"]).toContain(outcome);
});

test("answers are kept by what the carrier's rates depend on, by its settings, and known for other days", () => {
  const name = (own: Partial<LiveRequest>, more: Partial<OpenConnection> = {}) => {
    const same = asking();
    const open = { ...same.connectionOf("tern")!, ...more };
    return keptUnder([{ ...wanted()[0]!, ...own }], { ...same, connectionOf: () => open })[0]!;
  };
  const plain = name({});
  expect(name({})).toEqual(plain);
  const otherDay = name({ shipDate: "2026-12-24" });
  expect(otherDay.fingerprint).not.toBe(plain.fingerprint);
  expect(otherDay.knownAs).toBe(plain.knownAs);
  for (const own of [
    { goodsValue: "1.00" },
    { signature: true },
    { liveService: "DAY" },
    { city: "Tartu" },
  ] as const)
    expect(name(own).knownAs).not.toBe(plain.knownAs);
  expect(name({}, { settingsVersion: 2 }).knownAs).not.toBe(plain.knownAs);
  expect(name({}, { account: "OTHER" }).knownAs).not.toBe(plain.knownAs);
  // Ternwing does not say that its rates depend on collection points
  expect(name({ collectionPoint: true }).fingerprint).toBe(plain.fingerprint);
});
