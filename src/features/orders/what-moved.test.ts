import type { WordedOffer } from "@/messages/word-quote";
import { whatMoved } from "./what-moved";

const step = (code: string, text: string, source = "tariffs/A") =>
  ({ code, text, source, station: "service", inputs: {} }) as unknown as NonNullable<
    WordedOffer["working"]
  >[number];
const offer = (more: Partial<WordedOffer>): WordedOffer => ({
  offer: "home",
  name: "Home",
  net: "0",
  tax: "0",
  gross: "0",
  free: false,
  cost: "5.00",
  margin: "0",
  shipments: [],
  chargeLines: [],
  ...more,
});
const line = (name: string, net: string) => ({ type: "freight", name, net, tax: "0", taxPercent: "0" });

test("charge lines stand side by side; one that came and one that went stand alone", () => {
  const { lines, cost } = whatMoved(
    offer({ chargeLines: [line("Home", "4.00"), line("Remote", "2.00")] }),
    offer({ chargeLines: [line("Home", "4.50"), line("Heavy", "1.00")], cost: "5.20" }),
  );
  expect(lines).toEqual([
    { name: "Home", before: "4.00", now: "4.50" },
    { name: "Heavy", before: undefined, now: "1.00" },
    { name: "Remote", before: "2.00", now: undefined },
  ]);
  expect(cost).toEqual({ name: "We pay", before: "5.00", now: "5.20" });
});

test("of the working those steps are told that say something else, each beside its own", () => {
  const { steps } = whatMoved(
    offer({ working: [step("zone", "Zone 1"), step("rate", "4.00"), step("rate", "9.00", "tariffs/B")] }),
    offer({ working: [step("zone", "Zone 1"), step("rate", "4.50"), step("fuel", "7 %")] }),
  );
  expect(steps).toEqual([
    { before: "4.00", now: "4.50" },
    { before: undefined, now: "7 %" },
    { before: "9.00", now: undefined },
  ]);
});

test("of an offer by shipment the steps of all its parts are looked at", () => {
  const of = (text: string) =>
    offer({ parts: [offer({ working: [step("rate", "1")] }), offer({ working: [step("rate", text)] })] });
  expect(whatMoved(of("2"), of("3")).steps).toEqual([{ before: "2", now: "3" }]);
});
