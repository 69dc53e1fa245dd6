import { smallestSetup } from "../../../tests/support/smallest-setup";
import { handlingOf } from "./handling-of";

test("the origins that ship for a channel, with what they take; a service that names none leaves from all", () => {
  const setup = smallestSetup();
  setup.origins = ["A", "B", "C"].map((code, i) => ({
    ...setup.origins[0]!,
    code,
    name: code,
    handlingDays: i,
    active: code !== "C",
  }));
  expect(handlingOf(setup, "web").map(({ code, days }) => [code, days])).toEqual([
    ["A", 0],
    ["B", 1],
  ]);
  setup.services[0]!.origins = ["B", "C"];
  expect(handlingOf(setup, "web").map(({ code }) => code)).toEqual(["B"]);
  setup.offers[0]!.active = false;
  expect(handlingOf(setup, "web")).toEqual([]);
  expect(handlingOf(setup, "elsewhere")).toEqual([]);
});
