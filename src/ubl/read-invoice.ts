import { Decimal } from "@/core/money/decimal";
import { all, at, readXml, textAt, type XmlElement, type XmlFault } from "@/xml/xml-tree";
import { CREDIT_NOTE, INVOICE } from "./ubl";

export type InvoiceFault = XmlFault | "not-an-invoice" | "no-lines" | "not-a-figure";

/** A bill as a plain object, in the shape the core takes it, yet to be checked; or why it can't be read, and where. */
export type ReadInvoice =
  | { readonly ok: true; readonly bill: Record<string, unknown> }
  | { readonly ok: false; readonly fault: InvoiceFault; readonly at?: string };

/** Kilograms in UN/ECE Recommendation 20, and what else a weight may come in: how many of them are a kilogram's thousandth. */
const grams: Readonly<Record<string, string>> = { KGM: "1000", GRM: "1", TNE: "1000000" };

class NoFigure extends Error {
  constructor(readonly place: string) {
    super("not-a-figure");
  }
}

/**
 * Reads a UBL 2.1 Invoice or CreditNote (OASIS, ISO/IEC 19845) of a carrier: a line for a line, without tax as
 * `LineExtensionAmount` is. What a credit note gives back is below nothing. Charges of a line are in its amount already; those of
 * the document are lines of no shipment. The tracking number is the line's `Delivery/TrackingID`, our reference its
 * `OrderLineReference/OrderReference/ID` or `AccountingCost`, the weight its quantity where that is one, or the item's additional
 * property `weight` in kg; `service` and `zone` are such properties too.
 */
export function readInvoice(text: string): ReadInvoice {
  const xml = readXml(text);
  if (!xml.ok) return { ok: false, fault: xml.fault };
  const { root } = xml;
  const isCredit = root.name === "CreditNote" && root.uri === CREDIT_NOTE;
  if (!isCredit && (root.name !== "Invoice" || root.uri !== INVOICE))
    return { ok: false, fault: "not-an-invoice" };
  const lines = all(root, isCredit ? "CreditNoteLine" : "InvoiceLine");
  if (lines.length === 0) return { ok: false, fault: "no-lines" };
  try {
    return {
      ok: true,
      bill: clean({
        number: textAt(root, "ID"),
        date: textAt(root, "IssueDate")?.slice(0, 10),
        currency: textAt(root, "DocumentCurrencyCode"),
        lines: [...lines.map((line, i) => lineFrom(line, i, isCredit)), ...ofDocument(root, isCredit)],
      }),
    };
  } catch (error) {
    if (error instanceof NoFigure) return { ok: false, fault: "not-a-figure", at: error.place };
    throw error;
  }
}

function lineFrom(line: XmlElement, index: number, isCredit: boolean): Record<string, unknown> {
  const place = `${line.name}[${index + 1}]`;
  const item = at(line, "Item");
  const delivery = at(line, "Delivery");
  const to = at(delivery, "DeliveryAddress") ?? at(delivery, "DeliveryLocation", "Address");
  const property = (name: string) =>
    textAt(
      all(item, "AdditionalItemProperty").find((one) => textAt(one, "Name")?.toLowerCase() === name),
      "Value",
    );
  const amount = figure(textAt(line, "LineExtensionAmount"), `${place}/LineExtensionAmount`);
  return clean({
    tracking: textAt(delivery, "TrackingID"),
    reference: textAt(line, "OrderLineReference", "OrderReference", "ID") ?? textAt(line, "AccountingCost"),
    day: textAt(delivery, "ActualDeliveryDate") ?? textAt(line, "InvoicePeriod", "StartDate"),
    country: textAt(to, "Country", "IdentificationCode"),
    postcode: textAt(to, "PostalZone"),
    weight: property("weight") ?? weightOf(line, place),
    service: property("service"),
    zone: property("zone"),
    charge:
      textAt(item, "SellersItemIdentification", "ID") ??
      textAt(item, "StandardItemIdentification", "ID") ??
      textAt(item, "Name"),
    text: textAt(item, "Name") ?? textAt(item, "Description"),
    amount: (isCredit ? amount.negated() : amount).toString(),
    taxPercent: textAt(item, "ClassifiedTaxCategory", "Percent"),
  });
}

/** Where what is billed is measured in weight, that. */
function weightOf(line: XmlElement, place: string): string | undefined {
  const quantity = at(line, "InvoicedQuantity") ?? at(line, "CreditedQuantity");
  const unit = quantity && grams[quantity.attributes.unitCode ?? ""];
  if (unit === undefined) return undefined;
  const weight = figure(quantity?.text, `${place}/${quantity?.name ?? ""}`).times(Decimal.of(unit));
  return weight.dividedBy(Decimal.of("1000"), 6, "halfAwayFromZero").toString();
}

/** What the document charges or allows for as a whole. */
function ofDocument(root: XmlElement, isCredit: boolean): Record<string, unknown>[] {
  return all(root, "AllowanceCharge").map((one, i) => {
    const isCharge = textAt(one, "ChargeIndicator") === "true";
    const amount = figure(textAt(one, "Amount"), `AllowanceCharge[${i + 1}]/Amount`);
    const reason = textAt(one, "AllowanceChargeReason");
    return clean({
      charge: textAt(one, "AllowanceChargeReasonCode") ?? reason ?? (isCharge ? "charge" : "allowance"),
      text: reason,
      amount: (isCharge === isCredit ? amount.negated() : amount).toString(),
      taxPercent: textAt(one, "TaxCategory", "Percent"),
    });
  });
}

function figure(text: string | undefined, place: string): Decimal {
  const read = Decimal.read(text ?? "");
  if (!read) throw new NoFigure(place);
  return read;
}

/** Without what says nothing. */
function clean(fields: Record<string, unknown>): Record<string, unknown> {
  return Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined));
}
