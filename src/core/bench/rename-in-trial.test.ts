import { renameInTrial } from "./rename-in-trial";
import type { Trial } from "./trial";

const trial: Trial = {
  id: "a",
  name: "A",
  request: {
    channel: "web",
    shipTo: { country: "EE" },
    lines: [
      { sku: "X", quantity: 1, origin: "TRT" },
      { sku: "Y", quantity: 1, item: { goodsClass: "bulky" } },
    ],
  },
  expects: [{ offer: "home", is: "given" }],
};

test.each([
  ["channels", "web", (t: Trial) => t.request.channel],
  ["origins", "TRT", (t: Trial) => t.request.lines[0]?.origin],
  ["goodsClasses", "bulky", (t: Trial) => t.request.lines[1]?.item?.goodsClass],
  ["offers", "home", (t: Trial) => t.expects[0]?.offer],
])("a new code in %s is carried along", (list, from, read) => {
  expect(read(renameInTrial(trial, list, from, "NEW"))).toBe("NEW");
  expect(renameInTrial(trial, list, "other", "NEW")).toBe(trial);
});
