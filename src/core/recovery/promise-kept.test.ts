import fc from "fast-check";
import { WorkingDays, dayOf } from "../calendar/working-days";
import { runs } from "../../../tests/support/runs";
import { FEWEST_ARRIVALS, latePercent, promisesKept, type ArrivedAlike } from "./promise-kept";

const row = (transitDays: number, shipments: number, daysLate = 0, zone = "1"): ArrivedAlike => ({
  service: "ECO",
  zone,
  transitDays,
  daysLate,
  shipments,
});

describe("how promises are kept", () => {
  it("counts what came in time, and how each took", () => {
    const [kept] = promisesKept([row(2, 10), row(3, 6), row(3, 2, 1), row(6, 2, 4)], 95);
    expect(kept).toEqual({
      service: "ECO",
      zone: "1",
      shipments: 20,
      inTime: 16,
      latePercent: "20.0",
      mostLate: 4,
      took: [
        { days: 2, shipments: 10 },
        { days: 3, shipments: 8 },
        { days: 6, shipments: 2 },
      ],
      // 18 of 20 are 90 %: only the sixth day holds for 95
      proposed: { minDays: 2, maxDays: 6 },
    });
  });

  it("proposes the day on which just enough had arrived", () => {
    expect(promisesKept([row(2, 19), row(7, 1)], 95)[0]?.proposed).toEqual({ minDays: 2, maxDays: 2 });
    // one of twenty is five of a hundred: not more than may come before
    expect(promisesKept([row(1, 1), row(2, 19)], 95)[0]?.proposed).toEqual({ minDays: 2, maxDays: 2 });
    expect(promisesKept([row(1, 2), row(2, 18)], 95)[0]?.proposed).toEqual({ minDays: 1, maxDays: 2 });
  });

  it("proposes nothing for a handful", () => {
    expect(promisesKept([row(2, FEWEST_ARRIVALS - 1)], 95)[0]).not.toHaveProperty("proposed");
    expect(promisesKept([row(2, FEWEST_ARRIVALS)], 95)[0]).toHaveProperty("proposed");
  });

  it("lists those first where most came late", () => {
    const zones = promisesKept([row(2, 5, 0, "a"), row(4, 3, 1, "c"), row(4, 3, 1, "b")], 95);
    expect(zones.map(({ zone }) => zone)).toEqual(["b", "c", "a"]);
  });

  it("keeps its word: so many had arrived by the most days, and not a day before", () => {
    const rows = fc.array(
      fc.record({ days: fc.integer({ min: 0, max: 9 }), count: fc.integer({ min: 1, max: 30 }) }),
      { minLength: 1, maxLength: 8 },
    );
    fc.assert(
      fc.property(rows, fc.integer({ min: 51, max: 100 }), (list, percent) => {
        const kept = promisesKept(
          list.map(({ days, count }) => row(days, count)),
          percent,
        );
        const all = list.reduce((sum, { count }) => sum + count, 0);
        const by = (day: number) =>
          list.filter(({ days }) => days <= day).reduce((sum, { count }) => sum + count, 0);
        const proposed = kept[0]?.proposed;
        if (!proposed) return all < FEWEST_ARRIVALS;
        const { minDays, maxDays } = proposed;
        return (
          by(maxDays) * 100 >= all * percent &&
          by(maxDays - 1) * 100 < all * percent &&
          by(minDays) * 100 > all * (100 - percent) &&
          by(minDays - 1) * 100 <= all * (100 - percent)
        );
      }),
      { numRuns: runs(200) },
    );
  });
});

describe("the part that was late", () => {
  it("has one decimal, and is never none where something was", () => {
    expect([latePercent(0, 7), latePercent(1, 3), latePercent(7, 7), latePercent(1, 9000)]).toEqual([
      "0.0",
      "33.3",
      "100.0",
      "0.1",
    ]);
    expect(latePercent(0, 0)).toBe("0.0");
  });
});

describe("working days until an arrival", () => {
  const week = new WorkingDays([1, 2, 3, 4, 5], ["2026-12-25"]);
  const until = (from: string, to: string) => week.until(dayOf(from), dayOf(to));

  it("are none on the day itself, and count over the weekend", () => {
    expect(until("2026-11-27", "2026-11-27")).toBe(0);
    expect(until("2026-11-27", "2026-11-30")).toBe(1);
    expect(until("2026-12-24", "2026-12-28")).toBe(1);
  });

  it("count a Saturday's arrival as the next working day's", () => {
    expect(until("2026-11-27", "2026-11-28")).toBe(1);
    expect(until("2026-11-28", "2026-11-29")).toBe(0);
  });

  it("are the fewest that reach the day", () => {
    const days = fc.integer({ min: 0, max: 60 });
    fc.assert(
      fc.property(days, days, (start, ahead) => {
        const from = dayOf("2026-11-20") + start;
        const count = week.until(from, from + ahead);
        const reached = (n: number) => (week.after(from, n) ?? 0) >= from + ahead;
        return reached(count) && (count === 0 || !reached(count - 1));
      }),
      { numRuns: runs(500) },
    );
  });
});
