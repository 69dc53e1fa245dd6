import { smallestSetup } from "../../../tests/support/smallest-setup";
import { wayIn } from "./way-in";

const beyond = { hasItem: false, hasTrial: false, hasCharge: false };
const undone = (steps: ReturnType<typeof wayIn>) =>
  steps?.filter(({ isDone }) => !isDone).map(({ name }) => name);

describe("the way from an empty business to its first order", () => {
  it("leads along the line, with what is enough to go on", () => {
    const setup = { ...smallestSetup(), carriers: [], services: [], zoneCharts: [], tariffs: [], offers: [] };
    const [origin] = setup.origins;
    const steps = wayIn(
      { ...setup, origins: [{ ...origin!, address: { ...origin!.address, postcode: "" } }] },
      "Portugal",
      beyond,
    );
    expect(undone(steps)).toEqual([
      "Origin",
      "Carrier",
      "Zones",
      "Tariff",
      "Offer",
      "Try it",
      "Items",
      "First order",
    ]);
    expect(steps!.find(({ name }) => name === "Zones")!.enough).toBe("one zone for all of Portugal will do");
    expect(steps![1]!.href).toBe(`/origins/${origin!.code}`);
  });

  it("counts what is there, and ends with the first charge", () => {
    const setup = smallestSetup();
    setup.origins[0]!.address.postcode = "10111";
    expect(undone(wayIn(setup, "Estonia", beyond))).toEqual(["Try it", "Items", "First order"]);
    expect(undone(wayIn(setup, "Estonia", { ...beyond, hasTrial: true }))).toEqual(["Items", "First order"]);
    expect(wayIn(setup, "Estonia", { hasItem: true, hasTrial: true, hasCharge: true })).toBeUndefined();
  });

  it("does not count an offer whose service is off, or that charges nobody", () => {
    const off = smallestSetup();
    off.services[0]!.active = false;
    expect(undone(wayIn(off, "Estonia", beyond))).toContain("Offer");
    const empty = smallestSetup();
    empty.offers[0]!.plan = { kind: "ladder", match: "first", rules: [] } as never;
    expect(undone(wayIn(empty, "Estonia", beyond))).toContain("Offer");
  });
});
