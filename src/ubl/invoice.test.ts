import { parseWith } from "@/core/setup/parse-setup";
import { bill } from "@/core/recovery/bill";
import { readInvoice } from "./read-invoice";

const document = (root: "Invoice" | "CreditNote", inside: string) => `<?xml version="1.0" encoding="UTF-8"?>
<${root} xmlns="urn:oasis:names:specification:ubl:schema:xsd:${root}-2"
  xmlns:cac="urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2"
  xmlns:cbc="urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2">
  <cbc:ID>INV-88</cbc:ID><cbc:IssueDate>2026-10-31</cbc:IssueDate>
  <cbc:DocumentCurrencyCode>PLN</cbc:DocumentCurrencyCode>${inside}</${root}>`;

const line = (kind: string, inside: string) =>
  `<cac:${kind}Line><cbc:ID>1</cbc:ID>${inside}</cac:${kind}Line>`;

const freight = `
  <cbc:InvoicedQuantity unitCode="GRM">4500</cbc:InvoicedQuantity>
  <cbc:LineExtensionAmount currencyID="PLN">40.00</cbc:LineExtensionAmount>
  <cac:OrderLineReference><cbc:LineID>1</cbc:LineID><cac:OrderReference><cbc:ID>NC-1001</cbc:ID></cac:OrderReference></cac:OrderLineReference>
  <cac:Delivery><cbc:ActualDeliveryDate>2026-10-05</cbc:ActualDeliveryDate><cbc:TrackingID>T-1</cbc:TrackingID>
    <cac:DeliveryAddress><cbc:PostalZone>114 55</cbc:PostalZone><cac:Country><cbc:IdentificationCode>SE</cbc:IdentificationCode></cac:Country></cac:DeliveryAddress>
  </cac:Delivery>
  <cac:Item><cbc:Name>Road freight</cbc:Name><cac:SellersItemIdentification><cbc:ID>FRT</cbc:ID></cac:SellersItemIdentification>
    <cac:ClassifiedTaxCategory><cbc:ID>S</cbc:ID><cbc:Percent>23</cbc:Percent></cac:ClassifiedTaxCategory>
    <cac:AdditionalItemProperty><cbc:Name>Service</cbc:Name><cbc:Value>Road standard</cbc:Value></cac:AdditionalItemProperty>
    <cac:AdditionalItemProperty><cbc:Name>Zone</cbc:Name><cbc:Value>C</cbc:Value></cac:AdditionalItemProperty>
  </cac:Item>`;

test("an invoice is a bill line by line, with what each says of its shipment; the document's own charges are of none", () => {
  const read = readInvoice(
    document(
      "Invoice",
      `<cac:AllowanceCharge><cbc:ChargeIndicator>true</cbc:ChargeIndicator><cbc:AllowanceChargeReason>Collection</cbc:AllowanceChargeReason><cbc:Amount currencyID="PLN">12.00</cbc:Amount></cac:AllowanceCharge>
       <cac:AllowanceCharge><cbc:ChargeIndicator>false</cbc:ChargeIndicator><cbc:AllowanceChargeReasonCode>95</cbc:AllowanceChargeReasonCode><cbc:Amount currencyID="PLN">2.00</cbc:Amount></cac:AllowanceCharge>
       ${line("Invoice", freight)}`,
    ),
  );
  if (!read.ok) throw new Error(read.fault);
  expect(read.bill).toEqual({
    number: "INV-88",
    date: "2026-10-31",
    currency: "PLN",
    lines: [
      {
        tracking: "T-1",
        reference: "NC-1001",
        day: "2026-10-05",
        country: "SE",
        postcode: "114 55",
        weight: "4.5",
        service: "Road standard",
        zone: "C",
        charge: "FRT",
        text: "Road freight",
        amount: "40",
        taxPercent: "23",
      },
      { charge: "Collection", text: "Collection", amount: "12" },
      { charge: "95", amount: "-2" },
    ],
  });
  expect(parseWith(bill, read.bill).ok).toBe(true);
});

test("a credit note gives back: its lines are below nothing, its charges too, its allowances above", () => {
  const read = readInvoice(
    document(
      "CreditNote",
      `<cac:AllowanceCharge><cbc:ChargeIndicator>true</cbc:ChargeIndicator><cbc:Amount currencyID="PLN">3.00</cbc:Amount></cac:AllowanceCharge>
       <cac:AllowanceCharge><cbc:ChargeIndicator>false</cbc:ChargeIndicator><cbc:Amount currencyID="PLN">1.00</cbc:Amount></cac:AllowanceCharge>
       ${line("CreditNote", freight.replaceAll("InvoicedQuantity", "CreditedQuantity"))}`,
    ),
  );
  if (!read.ok) throw new Error(read.fault);
  expect(
    (read.bill.lines as { amount: string; weight?: string }[]).map(({ amount, weight }) => [amount, weight]),
  ).toEqual([
    ["-40", "4.5"],
    ["-3", undefined],
    ["1", undefined],
  ]);
});

test("a weight is a quantity in kilograms, or what the item says; pieces are none", () => {
  const weighed = (quantity: string) => {
    const read = readInvoice(
      document(
        "Invoice",
        line("Invoice", freight.replace(/<cbc:InvoicedQuantity.*<\/cbc:InvoicedQuantity>/, quantity)),
      ),
    );
    return read.ok ? (read.bill.lines as { weight?: string }[])[0]!.weight : read.fault;
  };
  const quantity = (unit: string, text: string) =>
    `<cbc:InvoicedQuantity unitCode="${unit}">${text}</cbc:InvoicedQuantity>`;
  expect(weighed(quantity("KGM", "4.5"))).toBe("4.5");
  expect(weighed(quantity("TNE", "0.0045"))).toBe("4.5");
  expect(weighed(quantity("C62", "2"))).toBeUndefined();
  expect(weighed(quantity("KGM", "heavy"))).toBe("not-a-figure");
});

test.each([
  [
    "not an invoice",
    '<Order xmlns="urn:oasis:names:specification:ubl:schema:xsd:Order-2"/>',
    "not-an-invoice",
  ],
  ["an invoice of another namespace", "<Invoice/>", "not-an-invoice"],
  ["no XML", "Invoice;4,50", "not-xml"],
  ["a document type", '<!DOCTYPE a [<!ENTITY b "c">]><Invoice/>', "doctype"],
  ["no lines", document("Invoice", ""), "no-lines"],
  ["no figure", document("Invoice", line("Invoice", freight.replace("40.00", "forty"))), "not-a-figure"],
])("%s is refused for what it is", (_, text, fault) => {
  expect(readInvoice(text)).toMatchObject({ ok: false, fault });
});
