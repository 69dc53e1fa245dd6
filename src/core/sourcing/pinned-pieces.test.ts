import { box, netOrReason, pieces, quoteWith, type Case } from "../../../tests/support/quote-with";
import { smallestSetup } from "../../../tests/support/smallest-setup";
import { quoteRequestSchema } from "../quote/request";
import { parseWith } from "../setup/parse-setup";
import type { Setup } from "../setup/setup";

/** Two places; the barn is the worse ranked and has no stock of the box, of which a person may take all the same. */
const two = (
  origins: readonly { origin: string; quantity: number }[],
  change: (s: Setup) => unknown = () => undefined,
): Case => ({
  setup: (s) => {
    s.origins.push({ ...structuredClone(s.origins[0]!), code: "BARN", name: "The barn", rank: 2 });
    delete s.offers[0]!.adjust;
    change(s);
  },
  items: [{ ...box, stock: [{ origin: "SHED", quantity: 9 }] }],
  request: pieces(5, { origins } as never),
});
const shipped = (of: Case) =>
  quoteWith(of).offers[0]?.shipments.map(({ origin, lines }) => [
    origin,
    lines.map(({ quantity }) => quantity),
  ]);

test.each(["never", "byLine", "byPiece"] as const)(
  "pieces leave from where a person put them, also with the split %s",
  (split) => {
    const of = two(
      [
        { origin: "BARN", quantity: 2 },
        { origin: "SHED", quantity: 3 },
      ],
      (s) => (s.sourcing.split = split),
    );
    expect(shipped(of)?.sort()).toEqual([
      ["BARN", [2]],
      ["SHED", [3]],
    ]);
    const quoted = quoteWith(of);
    expect(quoted.measures).toMatchObject({ lines: 1, quantity: 5, goodsValue: "50.00" });
    expect(quoted.offers[0]!.working!.find(({ code }) => code === "origin-chosen")?.inputs).toMatchObject({
      by: "pinned",
    });
  },
);

test("one origin named twice is one shipment of all its pieces; all pieces at one are the line pinned whole", () => {
  const twice = [
    { origin: "BARN", quantity: 2 },
    { origin: "BARN", quantity: 3 },
  ];
  expect(shipped(two(twice))).toEqual([["BARN", [5]]]);
  const whole = quoteWith({ ...two([]), request: pieces(5, { origin: "BARN" }) });
  expect(quoteWith(two(twice)).offers.map(({ working: _, ...offer }) => offer)).toEqual(
    whole.offers.map(({ working: _, ...offer }) => offer),
  );
});

test("a third of 10.00 three times is 10.00: a threshold that is met exactly is met", () => {
  const of = two(
    [
      { origin: "BARN", quantity: 1 },
      { origin: "SHED", quantity: 2 },
    ],
    (s) => (s.offers[0]!.free = { anyOf: [{ measure: "goodsValue", op: ">=", value: "10" }] }),
  );
  const asked = { lines: [{ ...of.request!.lines![0]!, quantity: 3, unitPrice: "3.34", discount: "0.02" }] };
  expect(netOrReason({ ...of, request: asked })).toBe("0.00");
});

test.each([
  [{ origins: [{ origin: "SHED", quantity: 4 }] }, "pieces-do-not-add-up", "lines/0/origins"],
  [{ origin: "SHED", origins: [{ origin: "SHED", quantity: 5 }] }, "origin-said-twice", "lines/0/origins"],
  [{ origins: [{ origin: "SHED", quantity: 0 }] }, "too-small", "lines/0/origins/0/quantity"],
  [{ origins: [] }, "too-small", "lines/0/origins"],
])("%j is refused: %s", (pinned, code, path) => {
  const read = parseWith(quoteRequestSchema, {
    channel: "web",
    shipTo: { country: "EE" },
    lines: [{ sku: "BOX", quantity: 5, ...pinned }],
  });
  expect(read).toMatchObject({ ok: false });
  if (!read.ok) expect(read.problems).toContainEqual(expect.objectContaining({ code, path }));
});

test("an origin nobody knows is told with its place", () => {
  const read = () => quoteWith(two([{ origin: "BRAN", quantity: 5 }]));
  expect(read).toThrow(/lines\/0\/origins\/0\/origin/);
  expect(smallestSetup().origins.map(({ code }) => code)).not.toContain("BRAN");
});
