import fc from "fast-check";
import { adapters } from "@/adapters/adapters";
import type { Adapter, AdapterReply, Rate, RateQuestion } from "@/contracts/carrier-rates";
import { startStandIns, type StandIns } from "../../sim/carriers/server";
import { disagreement, sendTo, sparrings, type Sparring } from "./stand-in";

let standIns: StandIns;
beforeAll(async () => {
  standIns = await startStandIns(0, { seed: 1, isPrompt: true });
});
afterAll(() => standIns.stop());
afterEach(() => {
  for (const { standIn } of Object.values(sparrings)) standIns.faults.set(standIn, []);
});

const figure = (most: number, digits: number) =>
  fc.integer({ min: 1, max: most * 10 ** digits }).map((n) => String(n / 10 ** digits));
const place = fc.record(
  {
    country: fc.constantFrom("EE", "SE", "PL", "FR", "US"),
    subdivision: fc.constantFrom("SE-I", "EE-79"),
    postcode: fc.constantFrom("50107", "621 45", "00-950"),
    city: fc.constantFrom("Tartu", 'Visby & "Gotland"', "Łódź"),
  },
  { requiredKeys: ["country"] },
);
const parcel = fc.record(
  {
    count: fc.integer({ min: 1, max: 12 }),
    weight: figure(45, 4),
    sides: fc
      .tuple(figure(120, 1), figure(90, 1), figure(60, 1))
      .map((sides) => [...sides].sort((a, b) => Number(b) - Number(a))),
  },
  { requiredKeys: ["count", "weight"] },
);

/** Any shipment that a carrier can be asked about: what an adapter says it can't be is left out. */
function shipments({ services }: Sparring, code: string): fc.Arbitrary<RateQuestion> {
  const isBoxed = code === "wallodrom" || code === "ternwing";
  return fc.record(
    {
      services: fc.subarray([...services], { minLength: 1 }),
      origin: place,
      destination: place,
      poBox: isBoxed ? fc.boolean() : fc.constant(false),
      collectionPoint: code === "wallodrom" ? fc.boolean() : fc.constant(false),
      shipDate: fc.constantFrom("2026-11-25", "2026-12-31", "2028-02-29"),
      parcels: fc.array(parcel, { minLength: 1, maxLength: 4 }),
      goodsClasses: fc.subarray(["bulky", "dangerous", "live"]),
      currency: fc.constantFrom("EUR", "SEK", "PLN"),
      goodsValue: figure(2000, 2),
      cashOnDelivery: figure(2000, 2),
      signature: fc.boolean(),
      ...(code === "stonepier" ? {} : { account: fc.constantFrom("X-1", "X-2") }),
    },
    {
      requiredKeys: [
        "services",
        "origin",
        "destination",
        "poBox",
        "collectionPoint",
        "shipDate",
        "parcels",
        "goodsClasses",
        "currency",
        "goodsValue",
        "signature",
      ],
    },
  ) as fc.Arbitrary<RateQuestion>;
}

const some = (adapter: Adapter, count: number) => {
  const of = sparrings[adapter.code]!;
  return { of, questions: fc.sample(shipments(of, adapter.code), { numRuns: count, seed: 7 }) };
};

describe.each(adapters)("$code", (adapter) => {
  test("of 500 shipments the carrier understands each fact, and our figure is its own to the cent", async () => {
    const { of, questions } = some(adapter, 500);
    for (const question of questions)
      expect(await disagreement(adapter, of, standIns, question)).toBeUndefined();
  });

  test("its services are those the carrier has", async () => {
    const of = sparrings[adapter.code]!;
    const found = await adapter.services(of.settings, sendTo(`${standIns.url}/${of.standIn}`));
    expect("fault" in found ? found : found.map(({ code }) => code)).toEqual(of.services);
  });

  test.each([
    ["error", { fault: "unavailable" }],
    ["malformed", { fault: "malformed" }],
    ["huge", { fault: "malformed" }],
    ["refuses", { fault: "malformed" }],
    ["rate-limited", { fault: "rate-limited", waitS: 5 }],
    ["sign-in", { fault: "sign-in" }],
    ["maintenance", { fault: "unavailable", waitS: 60 }],
    ["redirects", { fault: "malformed" }],
  ] as const)("a carrier that %s is a fault, not a rate and not an error of ours", async (kind, fault) => {
    const { of, questions } = some(adapter, 2);
    standIns.faults.set(of.standIn, [kind]);
    const send = sendTo(`${standIns.url}/${of.standIn}`);
    const answers = await adapter.rates(questions, of.settings, send);
    expect(answers).toHaveLength(2);
    for (const answer of answers) expect(answer).toMatchObject(fault);
    expect(await adapter.services(of.settings, send)).toMatchObject(fault);
    expect(JSON.stringify(answers)).not.toContain(of.settings.key ?? of.settings.password);
  });

  test.each(["late", "unreachable", "refused-address"] as const)(
    "a call that is %s is a fault",
    async (why) => {
      const { of, questions } = some(adapter, 1);
      const send = () => Promise.resolve<AdapterReply>({ ok: false, why });
      const fault = why === "unreachable" ? "unavailable" : why;
      expect(await adapter.rates(questions, of.settings, send)).toEqual([{ fault }]);
    },
  );

  /** The same adapter with a mistake in it. */
  const wrong = (
    ask: (question: RateQuestion) => RateQuestion,
    say: (rate: Rate) => Rate = (rate) => rate,
  ): Adapter => ({
    ...adapter,
    rates: async (questions, settings, send) => {
      const answers = await adapter.rates(questions.map(ask), settings, send);
      return answers.map((one) => ("rates" in one ? { ...one, rates: one.rates.map(say) } : one));
    },
  });
  const parcels = (change: (parcel: RateQuestion["parcels"][number]) => object) => (question: RateQuestion) =>
    ({ ...question, parcels: question.parcels.map((one) => ({ ...one, ...change(one) })) }) as RateQuestion;
  const same = (question: RateQuestion) => question;
  const mistakes: readonly (readonly [string, Adapter])[] = [
    ["pounds for kilos", wrong(parcels(({ weight }) => ({ weight: String(Number(weight) * 2.2046) })))],
    ["a side left out", wrong(parcels(({ sides }) => ({ sides: sides && [sides[0], sides[1], sides[1]] })))],
    [
      "millimetres for centimetres",
      wrong(parcels(({ sides }) => ({ sides: sides?.map((one) => String(Number(one) * 10)) }))),
    ],
    ["one parcel for several", wrong(parcels(() => ({ count: 1 })))],
    ["another currency of the goods", wrong((question) => ({ ...question, currency: "NOK" }))],
    [
      "from and to the wrong way round",
      wrong((question) => ({ ...question, origin: question.destination, destination: question.origin })),
    ],
    ["another day", wrong((question) => ({ ...question, shipDate: "2026-01-01" }))],
    ["no signature", wrong((question) => ({ ...question, signature: !question.signature }))],
    ["another currency of the figure", wrong(same, (rate) => ({ ...rate, currency: "NOK" }))],
    [
      "another tax basis",
      wrong(same, (rate) => ({
        ...rate,
        tax: rate.tax.basis === "with" ? { basis: "without" } : { basis: "with", percent: "25" },
      })),
    ],
    [
      "a cent too much",
      wrong(same, (rate) => ({ ...rate, amount: (Number(rate.amount) + 0.02).toFixed(2) })),
    ],
    [
      "a figure of another service",
      wrong((question) => ({ ...question, services: question.services.slice(1) })),
    ],
  ];
  test.each(mistakes)("%s would be found", async (_, mistaken) => {
    const { of, questions } = some(adapter, 25);
    const found = [];
    for (const question of questions) found.push(await disagreement(mistaken, of, standIns, question));
    expect(found.filter((one) => one !== undefined).length).toBeGreaterThan(0);
  });
});

test("what an adapter can't ask is declined in words without a call", async () => {
  const { of, questions } = some(adapters.find(({ code }) => code === "stonepier")!, 1);
  const send = jest.fn();
  const asked = { ...questions[0]!, poBox: true };
  const [answer] = await adapters.find(({ code }) => code === "stonepier")!.rates([asked], of.settings, send);
  expect(answer).toMatchObject({ rates: [], declined: asked.services.map((service) => ({ service })) });
  expect(send).not.toHaveBeenCalled();
});

test.each(adapters.map((adapter) => [adapter.code, adapter] as const))(
  "told that fuel is ours %s leaves the carrier's out of its figures to the cent, and out of its parts",
  async (_, adapter) => {
    const { of, questions } = some(adapter, 60);
    const send = sendTo(`${standIns.url}/${of.standIn}`);
    let fuelled = 0;
    for (const question of questions) {
      const [whole] = await adapter.rates([question], of.settings, send);
      const [ours] = await adapter.rates([question], { ...of.settings, fuel: "Ours" }, send);
      if (!whole || !ours || "fault" in whole || "fault" in ours) throw new Error("no answer");
      expect(ours.declined).toEqual(whole.declined);
      for (const [i, rate] of whole.rates.entries()) {
        const own = ours.rates[i]!;
        const fuel = rate.parts!.filter(({ kind }) => kind === "fuel");
        const left = Number(rate.amount) - fuel.reduce((sum, { amount }) => sum + Number(amount), 0);
        expect(Number(own.amount).toFixed(2)).toBe(left.toFixed(2));
        expect(own.parts).toEqual(rate.parts!.filter(({ kind }) => kind !== "fuel"));
        fuelled += fuel.length;
      }
    }
    // one of the three says nothing of fuel
    expect(fuelled > 5).toBe(adapter.code !== "wallodrom");
  },
);
