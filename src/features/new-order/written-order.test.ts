import { emptyLine, emptyOrder, orderWritten, writtenFrom } from "./written-order";

const reader = {
  number: (text: string) => text.replace(",", "."),
  country: (text: string) => (text === "Estonia" ? "EE" : undefined),
};
const blank = emptyOrder("web", "Estonia");

test("empty fields say nothing, and a line without an item is none", () => {
  expect(orderWritten(blank, reader)).toEqual({
    channel: "web",
    customer: {},
    shipTo: { country: "EE" },
    lines: [],
  });
});

test("what was written is said as it was meant", () => {
  const written = {
    ...blank,
    name: " Salme ",
    street: "Kase 4\n \nTrepp B",
    country: "Narnia",
    signature: true,
    lines: [{ sku: " FRAME-25 ", quantity: "2", price: "37,82" }, emptyLine],
  };
  expect(orderWritten(written, reader)).toEqual({
    channel: "web",
    customer: { name: "Salme" },
    // what is no country stays, to be refused beside its field
    shipTo: { country: "Narnia", lines: ["Kase 4", "Trepp B"] },
    signature: true,
    lines: [{ sku: "FRAME-25", quantity: 2, unitPrice: "37.82" }],
  });
});

test("what was kept comes back, and what is something else does not", () => {
  const written = { ...blank, name: "Salme", lines: [{ sku: "A", quantity: "1", price: "" }] };
  expect(writtenFrom(JSON.stringify(written), blank)).toEqual(written);
  for (const text of ["", "{", "[1]", '{"lines":"x"}', '{"lines":[1]}'])
    expect(writtenFrom(text, blank).lines).toEqual(blank.lines);
});
