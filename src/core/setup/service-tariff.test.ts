import { rateChanges, isBegun } from "./service-tariff";

const begun = { code: "ECO", rate: { none: true as const }, active: false };

describe("giving a service a rate", () => {
  it("switches one on that was begun, and leaves one alone that somebody switched off", () => {
    expect(isBegun(begun)).toBe(true);
    expect(rateChanges(begun, { tariff: "T" })).toEqual([
      { path: "services/ECO/rate", from: { none: true }, to: { tariff: "T" } },
      { path: "services/ECO/active", from: false, to: true },
    ]);
    const off = { code: "ECO", rate: { tariff: "OLD" }, active: false };
    expect(rateChanges(off, { tariff: "T" })).toEqual([
      { path: "services/ECO/rate", from: { tariff: "OLD" }, to: { tariff: "T" } },
    ]);
  });

  it("changes nothing where it has that rate", () => {
    expect(rateChanges({ code: "ECO", rate: { tariff: "T" }, active: true }, { tariff: "T" })).toEqual([]);
  });

  it("costs nothing when that is what is chosen for one that was begun", () => {
    expect(rateChanges(begun, { none: true })).toEqual([
      { path: "services/ECO/active", from: false, to: true },
    ]);
  });
});
