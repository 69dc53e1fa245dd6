import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import type { Setup } from "../setup/setup";
import { compileSetup } from "./compiled-setup";

const compiled = (change: (setup: Setup) => unknown = () => undefined) => {
  const setup = smallestSetup();
  change(setup);
  return sure(compileSetup(setup));
};

test("a setup that names what is not there does not compile, and says where", () => {
  const setup = smallestSetup();
  setup.offers[0]!.services = ["NONE"];
  expect(compileSetup(setup)).toEqual({
    ok: false,
    problems: [
      expect.objectContaining({
        code: "unknown-code",
        path: "offers/parcel/services/0",
      }) as unknown as object,
    ],
  });
});

test("a table that stays is not compiled again; on another chart it keeps all but the chart", () => {
  const setup = smallestSetup();
  const before = sure(compileSetup(setup)).tariffs.get("PARCEL-BUY")!;
  const chart = setup.zoneCharts[0]!;
  const after = sure(compileSetup({ ...setup, zoneCharts: [{ ...chart, name: "Anywhere" }] })).tariffs.get(
    "PARCEL-BUY",
  )!;
  expect(after.editions).toBe(before.editions);
  expect([before.chart.chart.name, after.chart.chart.name]).toEqual(["Everywhere", "Anywhere"]);
});

test("a rate of exchange names its place by its currencies and its day", () => {
  const rate = { from: "SEK", to: "EUR", rate: "0.1", asOf: "2026-01-02" };
  const { exchange } = compiled((s) => s.exchangeRates.push(rate));
  expect(exchange.find("SEK", "EUR")?.via[0]?.source).toBe("exchangeRates/SEK/EUR/2026-01-02");
});

describe("the origins an offer leaves from", () => {
  const second = (setup: Setup, origins: readonly string[] | undefined) => {
    setup.origins.push({ ...setup.origins[0]!, code: "BARN" });
    const { origins: _, ...service } = structuredClone(setup.services[0]!);
    setup.services.push({ ...service, code: "SECOND", ...(origins ? { origins: [...origins] } : {}) });
    setup.services[0]!.origins = ["SHED"];
    setup.offers[0]!.services = ["PARCEL", "SECOND"];
  };
  const from = (change: (setup: Setup) => unknown) => {
    const [offer] = compiled(change).offers.get("web") ?? [];
    return offer?.leavesFrom && [...offer.leavesFrom];
  };

  test("are those of its services together; all where one leaves from anywhere", () => {
    expect(from((s) => second(s, ["BARN"]))).toEqual(["SHED", "BARN"]);
    expect(from((s) => second(s, undefined))).toBeUndefined();
    expect(from((s) => second(s, []))).toBeUndefined();
  });

  test("services that are switched off, by themselves or with their carrier, leave from nowhere", () => {
    expect(
      from((s) => {
        second(s, undefined);
        s.services[1]!.active = false;
      }),
    ).toEqual(["SHED"]);
    expect(
      from((s) => {
        second(s, ["BARN"]);
        s.carriers.push({ ...s.carriers[0]!, code: "OFF", active: false });
        s.services[1]!.carrier = "OFF";
      }),
    ).toEqual(["SHED"]);
  });
});

test("an offer's own tax names its place", () => {
  const [offer] = compiled((s) => (s.offers[0]!.taxPercent = "9")).offers.get("web") ?? [];
  expect(offer?.tax).toMatchObject({ percent: "9", source: "offers/parcel/taxPercent" });
});
