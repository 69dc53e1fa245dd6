import { readFileSync } from "node:fs";
import { join } from "node:path";
import fc from "fast-check";
import { validateXML } from "xmllint-wasm";
import { Decimal } from "@/core/money/decimal";
import { orderSchema } from "@/core/orders/order";
import { readOrder, type ReadingOf } from "./read-order";
import { reasonCode } from "./ubl";
import { writeOrder, writeOrderResponse, type WrittenOrder } from "./write-order";
import { readXml } from "@/xml/xml-tree";

const folder = join(__dirname, "../../docs/ubl");
const schema = (name: string) => ({ fileName: name, contents: readFileSync(join(folder, name), "utf8") });

/** What the standard's subset has against a document; nothing where it is one. */
async function faults(xml: string, root: "order.xsd" | "order-response.xsd"): Promise<string[]> {
  const { errors } = await validateXML({
    xml: [{ fileName: "document.xml", contents: xml }],
    schema: [schema(root)],
    preload: ["common-aggregate-components.xsd", "common-basic-components.xsd"].map(schema),
  });
  return errors.map(({ message }) => message);
}

const written: WrittenOrder = {
  order: {
    number: "W-1042",
    channel: "web",
    placedAt: "2026-11-24T10:15:00.000Z",
    customer: { name: "Salme & Näide <OÜ>", reference: "PO-7", taxId: "EE100200300" },
    shipTo: {
      name: "Warehouse 2",
      lines: ["Kase 4", "gate 3", "ring twice"],
      city: "Tartu",
      postcode: "51013",
      subdivision: "EE-79",
      country: "EE",
      phone: "+372 000",
      email: "salme@example.com",
    },
    billTo: { name: "Head office", lines: ["Soo 1"], city: "Pärnu", postcode: "80010", country: "EE" },
    note: "before noon\nplease",
    cashOnDelivery: true,
    wish: { offer: "post", net: "4.84", gross: "5.90" },
    lines: [
      { sku: "FRAME-25", quantity: 2, unitPrice: "31.00", taxPercent: "22" },
      { sku: "FOUND-5", quantity: 3, unitPrice: "26.00", discount: "8.00", taxPercent: "22", origin: "GDY" },
    ],
  },
  currency: "EUR",
  seller: { name: "Nettle & Comb", country: "EE" },
  lines: [
    {
      sku: "FRAME-25",
      name: "Frames, 25 pieces",
      quantity: 2,
      netBeforeDiscount: "62.00",
      discountNet: "0.00",
      net: "62.00",
      taxPercent: "22",
    },
    {
      sku: "FOUND-5",
      name: "Wax foundation, 5 kg",
      quantity: 3,
      netBeforeDiscount: "78.00",
      discountNet: "8.00",
      net: "70.00",
      taxPercent: "22",
      origin: "GDY",
    },
  ],
  charges: [
    { type: "freight", name: "Post", net: "4.84", tax: "1.06", taxPercent: "22" },
    { type: "gift", name: "Wrapping", net: "1.00", tax: "0.00", taxPercent: "0" },
  ],
  offer: "post",
  promise: { earliest: "2026-11-26", latest: "2026-11-28" },
  totals: {
    goodsNet: "132.00",
    chargesNet: "5.84",
    net: "137.84",
    gross: "167.94",
    taxAmount: "30.10",
    taxes: [
      { percent: "0", net: "1.00", tax: "0.00", isReverse: false },
      { percent: "22", net: "136.84", tax: "30.10", isReverse: false },
    ],
  },
};

const plain: ReadingOf = {
  channel: "web",
  pricesIncludeTax: false,
  currency: "EUR",
  taxOf: () => undefined,
  isFree: () => false,
};
const read = (xml: string, more: Partial<ReadingOf> = {}) => readOrder(xml, { ...plain, ...more });

test("an order and the answer to it are what the standard's schema allows, element by element and in its order", async () => {
  expect(await faults(writeOrder(written), "order.xsd")).toEqual([]);
  expect(await faults(writeOrderResponse(written, "W-1042-R"), "order-response.xsd")).toEqual([]);
  // and the schema does find faults
  const swapped = writeOrder(written).replace(
    /(<cbc:ID>W-1042<\/cbc:ID>)(<cbc:IssueDate>[^<]*<\/cbc:IssueDate>)/,
    "$2$1",
  );
  expect(await faults(swapped, "order.xsd")).not.toEqual([]);
  const strange = writeOrder(written).replace(">FC<", ">XX<");
  expect((await faults(strange, "order.xsd")).join()).toContain("XX");
});

test("the delivery's charges stand in it as charges with code, reason, tax and sums", () => {
  const xml = writeOrder(written);
  expect(xml).toContain(
    '<cac:AllowanceCharge><cbc:ChargeIndicator>true</cbc:ChargeIndicator><cbc:AllowanceChargeReasonCode>FC</cbc:AllowanceChargeReasonCode><cbc:AllowanceChargeReason>Post</cbc:AllowanceChargeReason><cbc:Amount currencyID="EUR">4.84</cbc:Amount>',
  );
  expect(xml).toContain('<cbc:ChargeTotalAmount currencyID="EUR">5.84</cbc:ChargeTotalAmount>');
  expect(xml).toContain('<cbc:PayableAmount currencyID="EUR">167.94</cbc:PayableAmount>');
  expect(xml).toContain("Salme &amp; Näide &lt;OÜ&gt;");
  expect(["freight", "Handling", "packing", "delivery", "expedite"].map(reasonCode)).toEqual([
    "FC",
    "HD",
    "PC",
    "DL",
    "ABK",
  ]);
});

test("a charge under reverse charge says so by its category and reason, and stands apart from what is taxed at zero", async () => {
  const reversed = {
    ...written,
    charges: [
      {
        type: "freight",
        name: "Post",
        net: "4.84",
        tax: "0.00",
        taxPercent: "0",
        reverseCharge: true as const,
      },
    ],
    totals: {
      ...written.totals,
      taxes: [
        { percent: "0", net: "4.84", tax: "0.00", isReverse: true },
        { percent: "0", net: "1.00", tax: "0.00", isReverse: false },
      ],
    },
  };
  const xml = writeOrder(reversed);
  expect(await faults(xml, "order.xsd")).toEqual([]);
  expect(
    xml.match(/<cbc:ID>AE<\/cbc:ID><cbc:Percent>0<\/cbc:Percent><cbc:TaxExemptionReason>Reverse charge</g),
  ).toHaveLength(2);
  expect(xml).toContain("<cbc:ID>Z</cbc:ID><cbc:Percent>0</cbc:Percent><cac:TaxScheme>");
});

test("what is written is read again as the same order", () => {
  const back = read(writeOrder(written));
  if (!back.ok) throw new Error(JSON.stringify(back));
  const order = orderSchema.parse(back.order);
  expect(order).toEqual({
    ...written.order,
    placedAt: "2026-11-24T10:15:00Z",
    wish: { offer: "post", net: "4.84", gross: "5.9" },
    lines: [
      { sku: "FRAME-25", quantity: 2, unitPrice: "31", taxPercent: "22" },
      { sku: "FOUND-5", quantity: 3, unitPrice: "26", discount: "8", taxPercent: "22", origin: "GDY" },
    ],
  });
});

test("in a channel whose prices hold the tax it is put on them; where no percent is known that is said, and where", () => {
  const back = read(writeOrder(written), { pricesIncludeTax: true });
  expect(back).toMatchObject({
    ok: true,
    order: { lines: [{ unitPrice: "37.82" }, { unitPrice: "31.72" }] },
  });
  const bare = writeOrder(written).replace(
    /<cac:ClassifiedTaxCategory>.*?<\/cac:ClassifiedTaxCategory>/g,
    "",
  );
  expect(read(bare, { pricesIncludeTax: true })).toEqual({
    ok: false,
    fault: "no-tax-percent",
    at: "OrderLine[1]",
  });
  expect(read(bare, { pricesIncludeTax: true, taxOf: () => "10" })).toMatchObject({
    order: { lines: [{ unitPrice: "34.1" }, { unitPrice: "28.6" }] },
  });
});

test("items the catalogue does not know become free goods only where that is asked for", () => {
  const isFree = (sku: string) => sku === "FOUND-5";
  expect(read(writeOrder(written), { isFree })).toMatchObject({
    order: { lines: [{ sku: "FRAME-25" }, { item: { name: "Wax foundation, 5 kg" } }] },
  });
  const all = read(writeOrder(written));
  expect(all.ok && JSON.stringify(all.order)).not.toContain("Wax");
});

test.each([
  ["text", "this is no XML <", "not-xml"],
  ["nothing", "", "not-xml"],
  ["another root", "<Order/>", "not-an-order"],
  ["an answer", writeOrderResponse(written, "R"), "not-an-order"],
  ["a document type", '<!DOCTYPE Order [<!ENTITY x "yyyy">]><Order/>', "doctype"],
  ["depth", "<a>".repeat(60), "too-deep"],
  ["another currency", writeOrder(written).replaceAll("EUR", "SEK"), "other-currency"],
  ["no lines", writeOrder(written).replace(/<cac:OrderLine>.*<\/cac:OrderLine>/s, ""), "no-lines"],
  [
    "a word for a figure",
    writeOrder(written).replace(">2</cbc:Quantity>", ">two</cbc:Quantity>"),
    "not-a-figure",
  ],
  [
    "pieces of nothing",
    writeOrder(written).replace('unitCode="C62">2</cbc:BaseQuantity>', 'unitCode="C62">0</cbc:BaseQuantity>'),
    "not-a-figure",
  ],
])("what can't be read says why: %s", (_, xml, fault) => {
  expect(read(xml)).toMatchObject({ ok: false, fault });
});

test("whatever is thrown at it, it answers", () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 300 }), fc.nat(4000), (text, place) => {
      const xml = writeOrder(written);
      const at = place % xml.length;
      const back = read(xml.slice(0, at) + text + xml.slice(at));
      expect(typeof back.ok).toBe("boolean");
      expect(typeof readXml(text).ok).toBe("boolean");
    }),
    { seed: 21, numRuns: 300 },
  );
});

test("texts of any kind are written so that they are read again", () => {
  fc.assert(
    fc.property(fc.string({ unit: "binary", minLength: 1, maxLength: 60 }), (name) => {
      const xml = writeOrder({
        ...written,
        order: { ...written.order, customer: { name: `x${name}x` } },
      });
      const back = read(xml);
      expect(back.ok).toBe(true);
    }),
    { seed: 22, numRuns: 60 },
  );
});

test("prices that do not end are told by the line, so that nothing is lost", () => {
  const [first] = written.lines;
  const xml = writeOrder({
    ...written,
    lines: [{ ...first!, quantity: 3, netBeforeDiscount: "10.00", net: "10.00" }],
  });
  const back = read(xml);
  const [line] = back.ok ? (back.order.lines as { unitPrice: string }[]) : [];
  expect(Decimal.of(line!.unitPrice).times(Decimal.whole(3)).toFixed(2)).toBe("10.00");
});
