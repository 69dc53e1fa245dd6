import { compileItem } from "../parcels/compiled-item";
import { compileSetup } from "../quote/compiled-setup";
import { quote } from "../quote/quote-order";
import { check } from "../checks/check";
import { smallestSetup, sure } from "../../../tests/support/smallest-setup";
import { parseSetup } from "./parse-setup";
import { startTemplates, withTemplate } from "./start-templates";

describe.each(startTemplates)("the template %s", (template) => {
  const empty = {
    ...smallestSetup(),
    carriers: [],
    services: [],
    tariffs: [],
    zoneCharts: [],
    offers: [],
  };
  const setup = sure(parseSetup(withTemplate(empty, template, "2026-11-28")));

  it.each(["EE", "PT"])("quotes an order to %s at once", (country) => {
    const compiled = sure(compileSetup(setup));
    const item = compileItem(
      { sku: "BOX", name: "Box", weight: { value: "0.8", unit: "kg" }, size: cube },
      compiled.defaultWeights,
    );
    const quoted = sure(
      quote(
        compiled,
        { channel: setup.channels[0]!.code, shipTo: { country }, lines: [{ sku: "BOX", quantity: 1 }] },
        { items: () => item, now: "2026-11-28T09:00:00Z" },
      ),
    );
    expect(quoted.withheld).toEqual([]);
    const [offer] = quoted.offers;
    expect(Number(offer!.margin)).toBeGreaterThan(0);
    expect(offer!.promise).toBeDefined();
  });

  it("has nothing that stops the gate or looks odd", () => {
    const found = check(setup, [], "2026-11-28");
    expect(found.filter(({ severity }) => severity !== "note")).toEqual([]);
  });
});

const cube = { length: "10", width: "10", height: "10", unit: "cm" as const };
