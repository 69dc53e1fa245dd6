import { orderFields, orderTable, ordersOf, orderVerdict, type RowReading } from "./order-rows";

const reading: RowReading = {
  timeZone: "Europe/Tallinn",
  channel: "web",
  channels: [{ code: "dealers", name: "Dealers" }],
  offers: [{ code: "home", name: "To your door" }],
  origins: [{ code: "TRT", name: "Tartu" }],
};
const cells = {
  number: "W-1",
  "customer.name": "Salme Näide",
  "shipTo.lines": "Kase 4\nTrepp B",
  "shipTo.postcode": "51013",
  "shipTo.city": "Tartu",
  "shipTo.country": "Estonia",
  "lines.sku": "FRAME-25",
  "lines.quantity": "2",
  "lines.unitPrice": "37,82",
};
const read = (own: Readonly<Record<string, string>> = {}) => orderVerdict(reading)({ ...cells, ...own });
const valueOf = (own: Readonly<Record<string, string>> = {}) => {
  const verdict = read(own);
  if (verdict.kind !== "taken") throw new Error(JSON.stringify(verdict));
  return verdict.value;
};
const whyOf = (own: Readonly<Record<string, string>>) => {
  const verdict = read(own);
  return verdict.kind === "refused" ? verdict.why : verdict.kind;
};

test("a row is an order of one line; names stand for codes, and commas for points", () => {
  expect(valueOf({ channel: "dealers", "wish.offer": "to your door", "wish.gross": "5,90" })).toEqual({
    number: "W-1",
    channel: "dealers",
    customer: { name: "Salme Näide" },
    shipTo: { lines: ["Kase 4", "Trepp B"], city: "Tartu", postcode: "51013", country: "EE" },
    wish: { offer: "home", gross: "5.90" },
    lines: [{ sku: "FRAME-25", quantity: 2, unitPrice: "37.82" }],
  });
  expect(valueOf({ "lines.quantity": "", "lines.origin": "tartu" }).lines).toEqual([
    { sku: "FRAME-25", quantity: 1, unitPrice: "37.82", origin: "TRT" },
  ]);
});

test.each([
  ["2026-11-24", "2026-11-23T22:00:00.000Z"],
  ["24.11.2026 9:05", "2026-11-24T07:05:00.000Z"],
  ["2026-11-24 09:05:30", "2026-11-24T07:05:00.000Z"],
  ["2026-07-01T09:05", "2026-07-01T06:05:00.000Z"],
  ["2026-11-24T09:05:00+01:00", "2026-11-24T09:05:00+01:00"],
])("%s is an instant by the business's clock", (text, instant) => {
  expect(valueOf({ placedAt: text }).placedAt).toBe(instant);
});

test("what can't be read is told in the words of the file", () => {
  expect(whyOf({ "shipTo.country": "Narnia" })).toContain("“Narnia”");
  expect(whyOf({ placedAt: "11/24/2026" })).toContain("not a date");
  expect(whyOf({ "lines.sku": " " })).toBe("It has no item.");
  expect(whyOf({ "lines.quantity": "1,5" })).toContain("not a number of pieces");
  expect(whyOf({ "customer.name": "" })).toMatch(/^customer/);
  expect(whyOf({ "lines.unitPrice": "free" })).toMatch(/^price: /);
});

test("rows of one number are one order, wherever they stand; without a number each is its own", () => {
  const rows = [
    valueOf(),
    valueOf({ number: "W-2" }),
    valueOf({ "lines.sku": "FOUND-5", "customer.name": "Another" }),
    valueOf({ number: "" }),
    valueOf({ number: "" }),
  ];
  const orders = ordersOf(rows);
  expect(orders.map(({ number, lines }) => [number, lines.map(({ sku }) => sku)])).toEqual([
    ["W-1", ["FRAME-25", "FOUND-5"]],
    ["W-2", ["FRAME-25"]],
    [undefined, ["FRAME-25"]],
    [undefined, ["FRAME-25"]],
  ]);
  expect(orders[0]!.customer.name).toBe("Salme Näide");
});

test("what is given out comes in again as it was", () => {
  const orders = ordersOf([
    valueOf({
      placedAt: "2026-11-24T09:05:00Z",
      "wish.offer": "home",
      "wish.gross": "5.90",
      note: "ring twice",
      "shipTo.email": "salme@naide.example",
    }),
    valueOf({ "lines.sku": "FOUND-5", "lines.discount": "1.00" }),
    valueOf({ number: "W-2", "customer.taxId": "EE1" }),
  ]);
  const { head, rows } = orderTable(orders);
  expect(head).toEqual(orderFields.map(({ name }) => name));
  const again = rows.map((row) =>
    orderVerdict(reading)(Object.fromEntries(orderFields.map(({ key }, i) => [key, row[i] ?? ""]))),
  );
  expect(
    ordersOf(
      again.map((verdict) => {
        if (verdict.kind !== "taken") throw new Error(JSON.stringify(verdict));
        return verdict.value;
      }),
    ),
  ).toEqual(orders);
});
