import { setTimeout as wait } from "node:timers/promises";
import { adapterOf } from "@/adapters/adapters";
import type { RateQuestion } from "@/contracts/carrier-rates";
import { faultKinds } from "../../../sim/carriers/faults";
import { startStandIns, type StandIns } from "../../../sim/carriers/server";
import { sparrings } from "../../../tests/adapters/stand-in";
import { sendOut } from "../outgoing/send-out";
import { CarrierLine, type LineOptions } from "./carrier-line";

let standIns: StandIns;
beforeAll(async () => {
  standIns = await startStandIns(0, { seed: 1, isPrompt: true });
});
afterAll(() => standIns.stop());
beforeEach(() => {
  standIns.calls.clear();
  for (const { standIn } of Object.values(sparrings)) standIns.faults.set(standIn, []);
});

const question: RateQuestion = {
  services: ["EXPRESS"],
  origin: { country: "EE", postcode: "50107" },
  destination: { country: "SE", postcode: "621 45" },
  poBox: false,
  collectionPoint: false,
  shipDate: "2026-11-25",
  parcels: [{ count: 1, weight: "2" }],
  goodsClasses: [],
  currency: "EUR",
  goodsValue: "20.00",
  signature: false,
};

/** A line to a stand-in whose time moves only as it is told. */
function line(code = "ternwing", own: Partial<LineOptions> = {}) {
  const of = sparrings[code]!;
  const time = { now: 0 };
  const begun = performance.now();
  const made = new CarrierLine({
    adapter: adapterOf(code)!,
    settings: of.settings,
    url: `${standIns.url}/${of.standIn}`,
    timeoutMs: 1000,
    loopback: true,
    send: sendOut,
    clock: () => time.now + performance.now() - begun,
    leftAloneMs: 200,
    ...own,
  });
  const ask = async (ms = 1000) => {
    const asked = [{ ...question, services: of.services }];
    return (await made.ask(asked, time.now + performance.now() - begun + ms))[0]!;
  };
  return { made, ask, time, calls: () => standIns.calls.get(of.standIn) ?? 0 };
}

test("a carrier that answers is asked once, and says what it costs", async () => {
  const { ask, calls, made } = line();
  expect(await ask()).toMatchObject({ rates: [{ service: "EXPRESS", currency: "SEK" }, { service: "DAY" }] });
  expect(calls()).toBe(1);
  expect(made.state).toBe("closed");
});

test.each(faultKinds)(
  "a carrier that %s keeps nobody longer than the deadline, and nothing said holds its secret",
  async (kind) => {
    const { ask } = line();
    standIns.faults.set("ternwing", [kind]);
    const begun = performance.now();
    const answer = await ask(300);
    // one that never answers, or after three seconds, would be far beyond this
    expect(performance.now() - begun).toBeLessThan(2000);
    expect(answer).toHaveProperty("fault");
    if (kind === "hangs" || kind === "slow") expect(answer).toEqual({ fault: "late" });
    expect(JSON.stringify(answer)).not.toContain(sparrings.ternwing!.settings.key);
  },
);

test("a connection that breaks is tried once more, another fault is not", async () => {
  const { ask, calls } = line();
  standIns.faults.set("ternwing", ["resets"]);
  expect(await ask()).toEqual({ fault: "unavailable" });
  expect(calls()).toBe(2);
  standIns.faults.set("ternwing", ["error"]);
  await ask();
  expect(calls()).toBe(3);
});

test("after five failures in a row it is left alone; then one call finds that it answers again, and it is asked as before", async () => {
  const { ask, calls, made } = line();
  standIns.faults.set("ternwing", ["error"]);
  for (let n = 0; n < 5; n++) expect(await ask()).toMatchObject({ fault: "unavailable" });
  expect(made.state).toBe("open");
  expect(await ask()).toEqual({ notAsked: "left-alone" });
  expect(calls()).toBe(5);
  standIns.faults.set("ternwing", []);
  await wait(250);
  expect(await ask()).toHaveProperty("rates");
  expect(made.state).toBe("closed");
});

test("what a carrier says of a shipment is no failure: refusals do not have it left alone", async () => {
  const { ask, made } = line("stonepier");
  for (let n = 0; n < 8; n++)
    await made.ask([{ ...question, services: ["ROAD"], poBox: true }], Number.MAX_SAFE_INTEGER);
  expect(made.state).toBe("closed");
  expect(await ask()).toHaveProperty("rates");
});

test("a carrier that asks to be left alone is, for as long as it says", async () => {
  const { ask, calls, time } = line();
  standIns.faults.set("ternwing", ["rate-limited"]);
  expect(await ask()).toMatchObject({ fault: "rate-limited", waitS: 5 });
  standIns.faults.set("ternwing", []);
  time.now = 4500;
  expect(await ask()).toEqual({ notAsked: "paused" });
  expect(calls()).toBe(1);
  time.now = 5500;
  expect(await ask()).toHaveProperty("rates");
});

test("one that hangs does not slow another; a call begins only while there is time", async () => {
  standIns.faults.set("ternwing", ["hangs"]);
  const [one, other] = [line(), line("wallodrom")];
  const hanging = one.ask(1500);
  const begun = performance.now();
  expect(await other.ask(1500)).toHaveProperty("rates");
  expect(performance.now() - begun).toBeLessThan(1400);
  expect(await hanging).toEqual({ fault: "late" });
  expect(await other.ask(5)).toEqual({ notAsked: "no-time" });
});

test("more than can wait are told so at once, and those that wait are served", async () => {
  const { made, calls } = line("wallodrom");
  const asked = Array.from({ length: 260 }, () =>
    made.ask([{ ...question, services: ["VAN"] }], Number.MAX_SAFE_INTEGER),
  );
  const answers = (await Promise.all(asked)).map(([one]) => one!);
  const full = answers.filter((one) => "notAsked" in one && one.notAsked === "full").length;
  expect(full).toBe(260 - 208);
  expect(answers.filter((one) => "rates" in one)).toHaveLength(208);
  expect(calls()).toBe(208);
});

test("an address inside the network is never called", async () => {
  const { ask } = line("ternwing", { url: "https://169.254.169.254/latest" });
  expect(await ask()).toEqual({ fault: "refused-address" });
  const loop = line("ternwing", { loopback: false });
  expect(await loop.ask()).toEqual({ fault: "refused-address" });
});
