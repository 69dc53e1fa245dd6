import type { Seam } from "@/core/tariff-files/seam";
import type { ReadTariff } from "@/core/tariff-files/thread";
import { choiceOf, seamGroups, withChoice } from "./seam-groups";

const seam = (kind: Seam["kind"], end: string, start: string, usual: Seam["usual"], line: number): Seam => ({
  key: `${kind} ${end} ${start}`,
  kind,
  end,
  start,
  usual,
  line,
  rows: 2,
});
const tariff = (name: string, seams: Seam[]): ReadTariff => ({
  name,
  seams,
  rates: 1,
  table: { breaks: [], rows: [], bandEdges: undefined },
});

test("steps are settled by one choice, equal seams of several tariffs by another, wide gaps each by itself", () => {
  const groups = seamGroups([
    tariff("A", [
      seam("gap", "3", "4", "upper", 5),
      seam("gap", "7", "8", "upper", 3),
      seam("gap", "10", "20", "empty", 6),
    ]),
    tariff("B", [seam("gap", "3", "4", "upper", 9), seam("lastBound", "999999", "20", "lower", 8)]),
    tariff("C", [seam("lastBound", "999999", "20", "lower", 2)]),
  ]);
  expect(groups.map(({ key, seams, rows, line }) => [key, seams.length, rows, line])).toEqual([
    ["steps", 3, 6, 3],
    ["gap 10 20", 1, 2, 6],
    ["lastBound 999999 20", 2, 4, 2],
  ]);
  const chosen = withChoice({ B: { other: "empty" } }, groups[2]!, "upper");
  expect(chosen).toEqual({
    B: { other: "empty", "lastBound 999999 20": "upper" },
    C: { "lastBound 999999 20": "upper" },
  });
  expect(choiceOf(groups[2]!, {})).toBe("lower");
  expect(choiceOf(groups[2]!, chosen)).toBe("upper");
  expect(choiceOf(groups[2]!, { B: { "lastBound 999999 20": "upper" } })).toBe("");
});
