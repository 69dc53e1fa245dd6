import { Decimal, sum } from "@/core/money/decimal";
import { ORDER, deliveryReasons, IN_CASH } from "./ubl";
import { all, at, readXml, textAt, type XmlElement, type XmlFault } from "@/xml/xml-tree";

/** What of an order is not said in UBL, or not in the way it is kept. */
export interface ReadingOf {
  /** The channel it is for, and whether prices there hold the tax: UBL's never do. */
  readonly channel: string;
  readonly pricesIncludeTax: boolean;
  readonly currency: string;
  /** Percent of lines that say none, by item; needed where the channel's prices hold the tax. */
  readonly taxOf: (sku: string) => string | undefined;
  /** Whether items are told as free goods instead of by their number alone: those the catalogue does not know. */
  readonly isFree: (sku: string) => boolean;
}

export type UblFault =
  | XmlFault
  | "not-an-order"
  | "no-lines"
  | "other-currency"
  | "not-a-figure"
  | "no-tax-percent";

/** An order as a plain object, in the shape the API takes it, yet to be checked; or why it can't be read, and where. */
export type ReadUbl =
  | { readonly ok: true; readonly order: Record<string, unknown> }
  | { readonly ok: false; readonly fault: UblFault; readonly at?: string };

class Unreadable extends Error {
  constructor(
    readonly fault: UblFault,
    readonly place: string,
  ) {
    super(fault);
  }
}

/** Digits a price keeps where it does not end, with tax put on it or shared out over pieces. */
const PRICE_DIGITS = 8;

/** Reads a UBL 2.1 Order. What it holds beside what an order has here is left aside. */
export function readOrder(text: string, of: ReadingOf): ReadUbl {
  const xml = readXml(text);
  if (!xml.ok) return { ok: false, fault: xml.fault };
  const { root } = xml;
  if (root.name !== "Order" || root.uri !== ORDER) return { ok: false, fault: "not-an-order" };
  try {
    return { ok: true, order: orderFrom(root, of) };
  } catch (error) {
    if (error instanceof Unreadable) return { ok: false, fault: error.fault, at: error.place };
    throw error;
  }
}

function orderFrom(root: XmlElement, of: ReadingOf): Record<string, unknown> {
  const currency = textAt(root, "DocumentCurrencyCode") ?? textAt(root, "PricingCurrencyCode");
  if (currency !== undefined && currency !== of.currency)
    throw new Unreadable("other-currency", "DocumentCurrencyCode");
  const party = at(root, "BuyerCustomerParty", "Party");
  const delivery = at(root, "Delivery");
  const lines = all(root, "OrderLine");
  if (lines.length === 0) throw new Unreadable("no-lines", "OrderLine");
  return clean({
    number: textAt(root, "ID"),
    channel: of.channel,
    placedAt: placedAt(root),
    customer: clean({
      name: textAt(party, "PartyName", "Name") ?? textAt(party, "PartyLegalEntity", "RegistrationName"),
      reference: textAt(root, "CustomerReference"),
      taxId: textAt(party, "PartyTaxScheme", "CompanyID"),
    }),
    shipTo: shipTo(party, delivery),
    billTo: billTo(root),
    note: textAt(root, "Note"),
    cashOnDelivery: all(root, "PaymentMeans").some((one) => textAt(one, "PaymentMeansCode") === IN_CASH)
      ? true
      : undefined,
    wish: wishFrom(root),
    lines: lines.map((line, i) => lineFrom(at(line, "LineItem"), i, of)),
  });
}

/** Without what says nothing. */
function clean(fields: Record<string, unknown>): Record<string, unknown> {
  return Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined));
}

function placedAt(root: XmlElement): string | undefined {
  const day = textAt(root, "IssueDate");
  if (day === undefined) return undefined;
  const time = textAt(root, "IssueTime") ?? "00:00:00Z";
  // a day without a zone is one of Greenwich's: the document says no other
  const isZoned = /(Z|[+-]\d\d:\d\d)$/.test(time);
  return `${day.slice(0, 10)}T${time}${isZoned ? "" : "Z"}`;
}

function shipTo(party: XmlElement | undefined, delivery: XmlElement | undefined) {
  const to =
    at(delivery, "DeliveryAddress") ??
    at(delivery, "DeliveryLocation", "Address") ??
    at(party, "PostalAddress");
  const contact = at(delivery, "DeliveryParty", "Contact") ?? at(party, "Contact");
  return clean({
    name: textAt(delivery, "DeliveryParty", "PartyName", "Name"),
    ...addressFrom(to),
    phone: textAt(contact, "Telephone"),
    email: textAt(contact, "ElectronicMail"),
    poBox: textAt(to, "Postbox") === undefined ? undefined : true,
  });
}

function billTo(root: XmlElement) {
  const party = at(root, "AccountingCustomerParty", "Party");
  const to = at(party, "PostalAddress");
  return to && clean({ name: textAt(party, "PartyName", "Name"), ...addressFrom(to) });
}

function addressFrom(to: XmlElement | undefined): Record<string, unknown> {
  const lines = [
    textAt(to, "Postbox"),
    streetOf(to),
    textAt(to, "AdditionalStreetName"),
    ...all(to, "AddressLine").map((line) => textAt(line, "Line")),
  ].filter((line) => line !== undefined);
  const code = textAt(to, "CountrySubentityCode");
  const country = textAt(to, "Country", "IdentificationCode");
  return clean({
    lines: lines.length > 0 ? lines : undefined,
    city: textAt(to, "CityName"),
    // with or without its country in front
    subdivision:
      code !== undefined && country !== undefined && !code.includes("-") ? `${country}-${code}` : code,
    postcode: textAt(to, "PostalZone"),
    country,
  });
}

function streetOf(to: XmlElement | undefined): string | undefined {
  const [street, house] = [textAt(to, "StreetName"), textAt(to, "BuildingNumber")];
  return street !== undefined && house !== undefined ? `${street} ${house}` : (street ?? house);
}

/** What the buyer was told for the delivery, where the document names the offer: freight and delivery, without tax and with it. */
function wishFrom(root: XmlElement) {
  const offer = textAt(root, "DeliveryTerms", "ID");
  if (offer === undefined) return undefined;
  const told = all(root, "AllowanceCharge").filter(
    (one) =>
      textAt(one, "ChargeIndicator") === "true" &&
      deliveryReasons.includes(textAt(one, "AllowanceChargeReasonCode") ?? ""),
  );
  if (told.length === 0) return { offer };
  const net = sum(told.map((one) => figure(one, "Amount")));
  const taxes = told.map((one) =>
    textAt(one, "TaxTotal", "TaxAmount") === undefined ? undefined : figure(at(one, "TaxTotal"), "TaxAmount"),
  );
  const known = taxes.filter((tax) => tax !== undefined);
  return {
    offer,
    net: net.toString(),
    ...(known.length === taxes.length ? { gross: net.plus(sum(known)).toString() } : {}),
  };
}

function lineFrom(item: XmlElement | undefined, index: number, of: ReadingOf): Record<string, unknown> {
  const place = `OrderLine[${index + 1}]`;
  const described = at(item, "Item");
  const sku =
    textAt(described, "SellersItemIdentification", "ID") ??
    textAt(described, "StandardItemIdentification", "ID") ??
    textAt(described, "BuyersItemIdentification", "ID");
  const said = textAt(described, "ClassifiedTaxCategory", "Percent");
  const percent = said ?? (sku === undefined ? undefined : of.taxOf(sku));
  const quantity = figure(item, "Quantity", place);
  const price = at(item, "Price");
  const base =
    textAt(price, "BaseQuantity") === undefined ? Decimal.one : figure(price, "BaseQuantity", place);
  if (base.sign <= 0) throw new Unreadable("not-a-figure", `${place}/Price/BaseQuantity`);
  const withTax = (net: Decimal) => onBasis(net, percent, of, place);
  const discounts = all(item, "AllowanceCharge").filter((one) => textAt(one, "ChargeIndicator") === "false");
  const discount = sum(discounts.map((one) => figure(one, "Amount", place)));
  const isFree = sku !== undefined && of.isFree(sku);
  return clean({
    sku,
    quantity: Number(quantity.toString()),
    unitPrice:
      price && withTax(figure(price, "PriceAmount", place).dividedBy(base, PRICE_DIGITS, "halfAwayFromZero")),
    discount: discount.sign > 0 ? withTax(discount) : undefined,
    taxPercent: said,
    origin: textAt(item, "OriginatorParty", "PartyIdentification", "ID"),
    item: isFree ? clean({ name: textAt(described, "Name") ?? textAt(described, "Description") }) : undefined,
  });
}

/** A net figure on the channel's tax basis. */
function onBasis(net: Decimal, percent: string | undefined, of: ReadingOf, place: string): string {
  if (!of.pricesIncludeTax) return net.toString();
  if (percent === undefined) throw new Unreadable("no-tax-percent", place);
  const factor = Decimal.one.plus(Decimal.of(percent).dividedBy(Decimal.of("100"), 10, "halfAwayFromZero"));
  return net.times(factor).rounded(PRICE_DIGITS, "halfAwayFromZero").toString();
}

const FIGURE = /^\d{1,15}(\.\d{1,9})?$/;

function figure(element: XmlElement | undefined, name: string, place = ""): Decimal {
  const text = textAt(element, name);
  if (text === undefined || !FIGURE.test(text))
    throw new Unreadable("not-a-figure", place === "" ? name : `${place}/${name}`);
  return Decimal.of(text);
}
