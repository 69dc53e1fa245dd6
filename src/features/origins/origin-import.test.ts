import { applyChanges } from "@/core/setup/change";
import { smallestSetup } from "../../../tests/support/smallest-setup";
import { guessMatch, originVerdict, originsCsv, type Match } from "./origin-import";

const setup = smallestSetup();
const [origin] = setup.origins;
const begin = (code: string) => ({ ...origin!, code, name: code });

function verdict(cells: Record<string, string>, match: Match, kept = false) {
  return originVerdict(cells, { origins: setup.origins, matchOf: () => match, keptFor: () => kept, begin });
}

test("what was kept goes before our code, our code before the name", () => {
  const aliases = [{ platform: "Market", theirs: "77", origin: "X" }];
  expect(guessMatch("77", "", "market", setup.origins, aliases)).toEqual({ own: "X" });
  expect(guessMatch("77", "", "other", setup.origins, aliases)).toBeUndefined();
  expect(guessMatch(origin!.code.toLowerCase(), "", "market", setup.origins, [])).toEqual({
    own: origin!.code,
  });
  expect(guessMatch("9", origin!.name.toUpperCase(), "market", setup.origins, [])).toEqual({
    own: origin!.code,
  });
});

test("a line changes its origin, empty cells leave it as it is, and the change fits the draft", () => {
  const read = verdict(
    { theirs: "77", city: "Tartu", name: "", lat: "58,37", lon: "26,72", cutOff: "9:30" },
    { own: origin!.code },
  );
  if (read.kind !== "taken" || !read.value.change) throw new Error("not taken");
  const result = applyChanges(setup, [read.value.change]);
  expect(result.ok && result.value.setup.origins[0]).toMatchObject({
    name: origin!.name,
    address: { city: "Tartu" },
    position: { lat: 58.37, lon: 26.72 },
    cutOff: "09:30",
  });
});

test("a new origin takes the platform's code; what is not matched, skipped or the same is told apart", () => {
  expect(verdict({ theirs: "Loc 12/B" }, { fresh: true })).toMatchObject({ value: { origin: "Loc-12-B" } });
  expect(verdict({ theirs: "77" }, undefined)).toMatchObject({ kind: "refused" });
  expect(verdict({ theirs: "77" }, { skip: true })).toMatchObject({ kind: "refused" });
  expect(verdict({ theirs: "77", name: origin!.name }, { own: origin!.code }, true)).toEqual({
    kind: "same",
  });
  expect(verdict({ theirs: "" }, { fresh: true })).toMatchObject({ kind: "refused" });
});

test("the table has a column for each platform", () => {
  const csv = originsCsv(setup.origins, [{ platform: "Market", theirs: "77", origin: origin!.code }]);
  const [head, line] = csv.trim().split("\r\n");
  expect(head!.endsWith(",Market")).toBe(true);
  expect(line!.endsWith(",77")).toBe(true);
});
