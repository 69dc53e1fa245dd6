import { smallestSetup } from "../../../tests/support/smallest-setup";
import { boundaryWords, breakOf, rateMeaning } from "./tariff-words";

const tariff = smallestSetup().tariffs[0]!;
const edition = tariff.editions[0]!;

test("every break says on which side its edges are", () => {
  expect(boundaryWords(tariff)).toBe("over the edge before, up to and including … kg");
  expect(breakOf(tariff, edition, 0)).toBe("up to and including 5 kg");
  expect(breakOf(tariff, edition, 1)).toBe("over 5 and up to and including 30 kg");
  expect(breakOf({ ...tariff, boundary: "from" }, edition, 0)).toBe("from 5 and under 30 kg");
  expect(breakOf({ ...tariff, boundary: "from" }, edition, 1)).toBe("30 kg and above");
});

test("a rate says what it is for", () => {
  expect(rateMeaning(tariff, { edge: "5", rate: "perUnit", per: "100" })).toBe("per 100 kg");
  expect(rateMeaning(tariff, { edge: "5", rate: "flat" })).toBe("for the shipment");
});
