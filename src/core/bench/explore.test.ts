import type { Setup } from "@/core/setup/setup";
import { now } from "../../../tests/support/quote-with";
import { smallestSetup } from "../../../tests/support/smallest-setup";
import { Bench } from "./bench";
import { edgeTrials } from "./edge-trials";
import { compileSetup } from "../quote/compiled-setup";
import { sure } from "../../../tests/support/smallest-setup";
import type { Exploration } from "./exploration";

const base: Exploration = {
  offer: "parcel",
  channel: "web",
  over: "weight",
  to: "40",
  places: [{ country: "EE" }, { country: "SE" }],
  weight: "1",
  price: "10",
};

function explored(more: Partial<Exploration>, change?: (setup: Setup) => void) {
  const setup = smallestSetup();
  change?.(setup);
  return new Bench({ setup, items: [] }, [], now).explore({ ...base, ...more });
}

test("a charge over the weight steps where the table does, and ends where it ends", () => {
  const [home, abroad] = explored({});
  const at = (list: typeof home, x: string) => list?.find((point) => point.x === x);
  // 4.20 and 10 % margin; an edge belongs to the break below it
  expect(at(home, "4.8")).toEqual({ x: "4.8", charge: "4.62", cost: "4.20", margin: "0.42" });
  expect(at(home, "5.2")).toMatchObject({ charge: "8.69" });
  expect(at(home, "30")).toMatchObject({ charge: "8.69" });
  expect(at(home, "30.4")).toEqual({ x: "30.4", reason: "no-service" });
  expect(at(abroad, "4.8")).toMatchObject({ charge: "13.75" });
});

test("pieces are whole, goods are money", () => {
  expect(explored({ over: "pieces", to: "7" })[0]?.map(({ x }) => x)).toEqual([
    "1",
    "2",
    "3",
    "4",
    "5",
    "6",
    "7",
  ]);
  const goods = explored({ over: "goods", to: "250" }, (setup) => {
    setup.offers[0]!.free = { anyOf: [{ measure: "goodsValue", op: ">=", value: "100" }] };
  })[0];
  expect(goods?.find(({ x }) => x === "97.50")).toMatchObject({ charge: "4.62" });
  expect(goods?.find(({ x }) => x === "100.00")).toMatchObject({ charge: "0.00", margin: "-4.20" });
});

test("nothing is explored that is not there", () => {
  expect(explored({ offer: "gone" })).toEqual([]);
  expect(explored({ to: "nonsense" })).toEqual([[], []]);
});

test("a trial for each break stands at its very edge, in the zone, in a channel that uses the table", () => {
  const compiled = sure(compileSetup(smallestSetup()));
  expect(edgeTrials(compiled, "PARCEL-BUY", "2", "2026-11-24")).toMatchObject([
    {
      break: 0,
      value: "5",
      unit: "kg",
      request: { channel: "web", lines: [{ item: { weight: { value: "5" } } }] },
    },
    { break: 1, value: "30", unit: "kg" },
  ]);
  expect(edgeTrials(compiled, "PARCEL-BUY", "9", "2026-11-24")).toEqual([]);
  expect(edgeTrials(compiled, "GONE", "1", "2026-11-24")).toEqual([]);
});
