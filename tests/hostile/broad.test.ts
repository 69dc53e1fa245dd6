import { readFileSync } from "node:fs";
import { join } from "node:path";
import { compileItem } from "@/core/parcels/compiled-item";
import { compileSetup } from "@/core/quote/compiled-setup";
import { quote } from "@/core/quote/quote-order";
import { parseSetup } from "@/core/setup/parse-setup";
import { broadSetup } from "../../demo/parts/broad";
import { box, now } from "../support/quote-with";
import { sure } from "../support/smallest-setup";

const small = sure(
  parseSetup(JSON.parse(readFileSync(join(__dirname, "../../demo/smallest.setup.json"), "utf8"))),
);

/** Milliseconds of the processor, the best of five: a busy machine is no reason. */
function processor(work: () => unknown): number {
  let best = Infinity;
  for (let n = 0; n < 5; n++) {
    const begun = process.cpuUsage();
    work();
    const { user, system } = process.cpuUsage(begun);
    best = Math.min(best, (user + system) / 1000);
  }
  return best;
}

test("a hundred offers of a hundred rules and fifty services compile in 200 ms; twice the aim is allowed to a busy machine", () => {
  const broad = sure(parseSetup(broadSetup(small, { offers: 100, rules: 100, services: 50, origins: 8 })));
  expect(processor(() => sure(compileSetup(broad)))).toBeLessThan(400);
});

test("ten thousand lines in one request are answered in a second; twice that is allowed to a busy machine", () => {
  const compiled = sure(
    compileSetup(sure(parseSetup(broadSetup(small, { offers: 4, rules: 4, services: 4, origins: 4 })))),
  );
  const item = compileItem(box, compiled.defaultWeights);
  const lines = Array.from({ length: 10_000 }, () => ({ sku: "BOX", quantity: 1 }));
  const request = { channel: compiled.setup.channels[0]!.code, shipTo: { country: "EE" }, lines };
  let given = 0;
  const took = processor(() => {
    const answer = sure(quote(compiled, request, { items: () => item, now }));
    given = answer.offers.length + answer.withheld.length;
  });
  expect(given).toBe(4);
  expect(took).toBeLessThan(2000);
});
