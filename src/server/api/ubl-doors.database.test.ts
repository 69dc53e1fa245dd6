import { callDoor as call, doorsOn } from "../../../tests/support/call-door";
import { demoDatabase } from "../../../tests/support/database";
import { readOrder } from "@/ubl/read-order";
import { Decimal } from "@/core/money/decimal";
import { all, at, readXml, textAt } from "@/xml/xml-tree";

let base: Awaited<ReturnType<typeof demoDatabase>>;

beforeAll(async () => {
  base = await demoDatabase();
  doorsOn(base.url);
}, 60_000);
afterAll(() => base.drop());

const xmlHeads = { "content-type": "application/xml; charset=utf-8" };
const params = { number: "UBL-1" };

const document = (
  lines: readonly (readonly [sku: string, quantity: number, price: string])[],
) => `<?xml version="1.0"?>
<o:Order xmlns:o="urn:oasis:names:specification:ubl:schema:xsd:Order-2"
  xmlns:a="urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2"
  xmlns:b="urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2">
  <b:ID>UBL-1</b:ID><b:IssueDate>2026-11-24</b:IssueDate><b:DocumentCurrencyCode>EUR</b:DocumentCurrencyCode>
  <a:BuyerCustomerParty><a:Party><a:PartyName><b:Name>Mesindus MTÜ</b:Name></a:PartyName></a:Party></a:BuyerCustomerParty>
  <a:Delivery><a:DeliveryAddress><b:StreetName>Tamme</b:StreetName><b:CityName>Tartu</b:CityName><b:PostalZone>51013</b:PostalZone>
    <a:Country><b:IdentificationCode>EE</b:IdentificationCode></a:Country></a:DeliveryAddress></a:Delivery>
  ${lines
    .map(
      (
        [sku, quantity, price],
        i,
      ) => `<a:OrderLine><a:LineItem><b:ID>${i}</b:ID><b:Quantity unitCode="C62">${quantity}</b:Quantity>
    <a:Price><b:PriceAmount currencyID="EUR">${price}</b:PriceAmount></a:Price>
    <a:Item><b:Name>Thing ${i}</b:Name><a:SellersItemIdentification><b:ID>${sku}</b:ID></a:SellersItemIdentification></a:Item></a:LineItem></a:OrderLine>`,
    )
    .join("\n")}
</o:Order>`;

const post = (body: string, query: Record<string, string>) =>
  call("post", "/orders", { body, query, headers: xmlHeads });

test("a UBL order comes in for a channel, is charged, and goes out with the charge as AllowanceCharge and sums that add up", async () => {
  const xml = document([["FRAME-25", 2, "31.00"]]);
  const came = await post(xml, { channel: "web", rate: "now" });
  expect(came).toMatchObject({
    status: 201,
    body: {
      number: "UBL-1",
      customer: { name: "Mesindus MTÜ" },
      // the web shop's prices hold the tax: it is put on the document's
      lines: [{ sku: "FRAME-25", quantity: 2, unitPrice: "37.82" }],
      state: "to-rate",
    },
  });
  expect((await post(xml, { channel: "web" })).status).toBe(200);
  expect(await call("post", "/orders/{number}/charge", { params, body: { offer: "express" } })).toMatchObject(
    {
      status: 200,
    },
  );

  const told = (await call("get", "/orders/{number}", { params })).body as {
    charge: { net: string; tax: string };
    totals: { gross: string };
  };
  const out = await call("get", "/orders/{number}", { params, headers: { accept: "application/xml" } });
  expect(out.headers["content-type"]).toContain("application/xml");
  const parsed = readXml(out.text);
  const root = parsed.ok ? parsed.root : undefined;
  const added = (...path: string[]) =>
    all(root, "AllowanceCharge")
      .reduce((sum, one) => sum.plus(Decimal.of(textAt(one, ...path) ?? "")), Decimal.zero)
      .toFixed(2);
  expect(added("Amount")).toBe(told.charge.net);
  expect(added("TaxTotal", "TaxAmount")).toBe(told.charge.tax);
  expect(textAt(root, "AnticipatedMonetaryTotal", "PayableAmount")).toBe(told.totals.gross);
  expect(at(root, "AllowanceCharge", "AllowanceChargeReasonCode")?.text).toBe("FC");
  const back = readOrder(out.text, {
    channel: "web",
    pricesIncludeTax: true,
    currency: "EUR",
    taxOf: () => undefined,
    isFree: () => false,
  });
  expect(back).toMatchObject({
    ok: true,
    order: {
      wish: { offer: "express", net: told.charge.net },
      lines: [{ sku: "FRAME-25", quantity: 2, unitPrice: "37.82" }],
    },
  });
  const response = await call("get", "/orders/{number}", {
    params,
    query: { document: "response" },
    headers: { accept: "application/xml" },
  });
  expect(response.text).toContain("<OrderResponse ");
  expect(response.text).toContain("<cac:OrderReference><cbc:ID>UBL-1</cbc:ID></cac:OrderReference>");
});

test("what the catalogue does not know is refused, or free goods where that is asked for; nonsense says what it is", async () => {
  const xml = document([
    ["FRAME-25", 1, "31.00"],
    ["STRANGE-1", 1, "5.00"],
  ]).replaceAll("UBL-1", "UBL-2");
  const refused = await post(xml, { channel: "web" });
  expect(refused.status).toBe(422);
  expect(JSON.stringify(refused.body)).toContain("STRANGE-1");
  expect(await post(xml, { channel: "web", freeGoods: "true" })).toMatchObject({
    status: 201,
    body: { lines: [{ sku: "FRAME-25" }, { sku: "STRANGE-1", item: { name: "Thing 1" } }] },
  });
  expect(await post(xml, {})).toMatchObject({ status: 400 });
  expect(await post(xml, { channel: "nowhere" })).toMatchObject({ status: 422 });
  expect(await post("<not-xml", { channel: "web" })).toMatchObject({
    status: 400,
    body: { detail: expect.stringContaining("no XML") },
  });
  expect(await post(xml.replaceAll("EUR", "SEK"), { channel: "web" })).toMatchObject({ status: 400 });
  // without its type XML is no JSON
  expect((await call("post", "/orders", { body: xml, query: { channel: "web" } })).status).toBe(400);
});
