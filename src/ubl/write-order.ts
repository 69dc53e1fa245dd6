import type { Order, OrderAddress } from "@/core/orders/order";
import { AGGREGATES, BASICS, IN_CASH, ORDER, ORDER_RESPONSE, PIECE, reasonCode, taxCategory } from "./ubl";
import { leaf, node, type Xml } from "@/xml/xml-text";

/** A line of goods in money: without tax, at the currency's minor unit. */
export interface WrittenLine {
  readonly sku: string;
  readonly name: string;
  readonly quantity: number;
  /** The line before its discount, and that discount; both without tax. */
  readonly netBeforeDiscount: string;
  readonly discountNet: string;
  readonly net: string;
  readonly taxPercent: string;
  /** The origin pinned to it. */
  readonly origin?: string | undefined;
}

/** A charge beside the goods. */
export interface WrittenCharge {
  readonly type: string;
  readonly name: string;
  readonly net: string;
  readonly tax: string;
  readonly taxPercent: string;
  /** The customer owes the tax. */
  readonly reverseCharge?: true;
}

/** An order with its money, as UBL tells it: everything is without tax but where it says so. */
export interface WrittenOrder {
  readonly order: Order & { readonly number: string; readonly placedAt: string };
  readonly currency: string;
  readonly seller: { readonly name: string; readonly country: string };
  readonly lines: readonly WrittenLine[];
  readonly charges: readonly WrittenCharge[];
  /** The offer that is charged. */
  readonly offer?: string | undefined;
  readonly promise?: { readonly earliest: string; readonly latest: string } | undefined;
  readonly totals: {
    readonly goodsNet: string;
    readonly chargesNet: string;
    readonly net: string;
    readonly gross: string;
    readonly taxAmount: string;
    /** By percent: what is taxed, and the tax. */
    readonly taxes: readonly {
      readonly percent: string;
      readonly net: string;
      readonly tax: string;
      readonly isReverse: boolean;
    }[];
  };
}

const heads = (root: string) => ({ xmlns: root, "xmlns:cac": AGGREGATES, "xmlns:cbc": BASICS });
const declared = (text: Xml) => `<?xml version="1.0" encoding="UTF-8"?>\n${text ?? ""}\n`;

/** An order as a UBL 2.1 Order, its delivery charges as `AllowanceCharge`. */
export function writeOrder(written: WrittenOrder): string {
  const { order, currency } = written;
  return declared(
    node(
      "Order",
      [
        ...opening(order),
        leaf("cbc:Note", order.note),
        leaf("cbc:DocumentCurrencyCode", currency),
        leaf("cbc:CustomerReference", order.customer.reference),
        node("cac:BuyerCustomerParty", [buyer(written)]),
        node("cac:SellerSupplierParty", [seller(written)]),
        accounting(written),
        ...delivery(written),
        ...charges(written),
        ...sums(written),
        ...written.lines.map((line, i) => orderLine(line, i, currency)),
      ],
      heads(ORDER),
    ),
  );
}

/** The answer to an order: that it is accepted, with the charges it is accepted with. */
export function writeOrderResponse(written: WrittenOrder, id: string): string {
  const { order, currency } = written;
  return declared(
    node(
      "OrderResponse",
      [
        leaf("cbc:UBLVersionID", "2.1"),
        leaf("cbc:ID", id),
        leaf("cbc:IssueDate", order.placedAt.slice(0, 10)),
        leaf("cbc:OrderResponseCode", "AP"),
        leaf("cbc:DocumentCurrencyCode", currency),
        leaf("cbc:CustomerReference", order.customer.reference),
        node("cac:OrderReference", [leaf("cbc:ID", order.number)]),
        node("cac:SellerSupplierParty", [seller(written)]),
        node("cac:BuyerCustomerParty", [buyer(written)]),
        ...delivery(written),
        ...charges(written),
        ...sums(written),
        ...written.lines.map((line, i) => orderLine(line, i, currency)),
      ],
      heads(ORDER_RESPONSE),
    ),
  );
}

function opening({ number, placedAt }: WrittenOrder["order"]): Xml[] {
  return [
    leaf("cbc:UBLVersionID", "2.1"),
    leaf("cbc:ID", number),
    leaf("cbc:IssueDate", placedAt.slice(0, 10)),
    leaf("cbc:IssueTime", `${placedAt.slice(11, 19)}Z`),
  ];
}

function buyer({ order: { customer, shipTo } }: WrittenOrder): Xml {
  return node("cac:Party", [
    node("cac:PartyName", [leaf("cbc:Name", customer.name)]),
    customer.taxId === undefined
      ? undefined
      : node("cac:PartyTaxScheme", [
          leaf("cbc:CompanyID", customer.taxId),
          node("cac:TaxScheme", [leaf("cbc:ID", "VAT")]),
        ]),
    node("cac:Contact", [leaf("cbc:Telephone", shipTo.phone), leaf("cbc:ElectronicMail", shipTo.email)]),
  ]);
}

function seller({ seller: { name, country } }: WrittenOrder): Xml {
  return node("cac:Party", [
    node("cac:PartyName", [leaf("cbc:Name", name)]),
    node("cac:PostalAddress", [node("cac:Country", [leaf("cbc:IdentificationCode", country)])]),
  ]);
}

function accounting({ order: { billTo } }: WrittenOrder): Xml {
  if (!billTo) return undefined;
  return node("cac:AccountingCustomerParty", [
    node("cac:Party", [
      node("cac:PartyName", [leaf("cbc:Name", billTo.name)]),
      address("cac:PostalAddress", billTo),
    ]),
  ]);
}

function delivery({ order: { shipTo, cashOnDelivery }, offer, promise }: WrittenOrder): Xml[] {
  return [
    node("cac:Delivery", [
      address("cac:DeliveryAddress", shipTo),
      promise &&
        node("cac:PromisedDeliveryPeriod", [
          leaf("cbc:StartDate", promise.earliest),
          leaf("cbc:EndDate", promise.latest),
        ]),
      node("cac:DeliveryParty", [node("cac:PartyName", [leaf("cbc:Name", shipTo.name)])]),
    ]),
    node("cac:DeliveryTerms", [leaf("cbc:ID", offer)]),
    cashOnDelivery === true ? node("cac:PaymentMeans", [leaf("cbc:PaymentMeansCode", IN_CASH)]) : undefined,
  ];
}

function address(
  name: string,
  to: Omit<OrderAddress, "poBox" | "collectionPoint"> & { poBox?: boolean },
): Xml {
  const [first, second, ...rest] = to.lines ?? [];
  const isBox = to.poBox === true;
  return node(name, [
    leaf("cbc:Postbox", isBox ? first : undefined),
    leaf("cbc:StreetName", isBox ? undefined : first),
    leaf("cbc:AdditionalStreetName", second),
    leaf("cbc:CityName", to.city),
    leaf("cbc:PostalZone", to.postcode),
    leaf("cbc:CountrySubentityCode", to.subdivision),
    ...rest.map((line) => node("cac:AddressLine", [leaf("cbc:Line", line)])),
    node("cac:Country", [leaf("cbc:IdentificationCode", to.country)]),
  ]);
}

function category(name: string, percent: string, isReverse = false): Xml {
  return node(name, [
    leaf("cbc:ID", taxCategory(percent, isReverse)),
    leaf("cbc:Percent", percent),
    leaf("cbc:TaxExemptionReason", isReverse ? "Reverse charge" : undefined),
    node("cac:TaxScheme", [leaf("cbc:ID", "VAT")]),
  ]);
}

function charges({ charges: list, currency }: WrittenOrder): Xml[] {
  return list.map(({ type, name, net, tax, taxPercent, reverseCharge = false }) =>
    node("cac:AllowanceCharge", [
      leaf("cbc:ChargeIndicator", "true"),
      leaf("cbc:AllowanceChargeReasonCode", reasonCode(type)),
      leaf("cbc:AllowanceChargeReason", name),
      leaf("cbc:Amount", net, { currencyID: currency }),
      category("cac:TaxCategory", taxPercent, reverseCharge),
      node("cac:TaxTotal", [leaf("cbc:TaxAmount", tax, { currencyID: currency })]),
    ]),
  );
}

function sums({ totals, currency }: WrittenOrder): Xml[] {
  const money = (name: string, amount: string) => leaf(name, amount, { currencyID: currency });
  return [
    node("cac:TaxTotal", [
      money("cbc:TaxAmount", totals.taxAmount),
      ...totals.taxes.map(({ percent, net, tax, isReverse }) =>
        node("cac:TaxSubtotal", [
          money("cbc:TaxableAmount", net),
          money("cbc:TaxAmount", tax),
          category("cac:TaxCategory", percent, isReverse),
        ]),
      ),
    ]),
    node("cac:AnticipatedMonetaryTotal", [
      money("cbc:LineExtensionAmount", totals.goodsNet),
      money("cbc:TaxExclusiveAmount", totals.net),
      money("cbc:TaxInclusiveAmount", totals.gross),
      money("cbc:ChargeTotalAmount", totals.chargesNet),
      money("cbc:PayableAmount", totals.gross),
    ]),
  ];
}

/** The price is told for all pieces of the line, so that it is exact: `BaseQuantity` is the line's. */
function orderLine(line: WrittenLine, at: number, currency: string): Xml {
  const pieces = String(line.quantity);
  const hasDiscount = Number(line.discountNet) !== 0;
  return node("cac:OrderLine", [
    node("cac:LineItem", [
      leaf("cbc:ID", String(at + 1)),
      leaf("cbc:Quantity", pieces, { unitCode: PIECE }),
      leaf("cbc:LineExtensionAmount", line.net, { currencyID: currency }),
      line.origin === undefined
        ? undefined
        : node("cac:OriginatorParty", [node("cac:PartyIdentification", [leaf("cbc:ID", line.origin)])]),
      hasDiscount
        ? node("cac:AllowanceCharge", [
            leaf("cbc:ChargeIndicator", "false"),
            leaf("cbc:Amount", line.discountNet, { currencyID: currency }),
          ])
        : undefined,
      node("cac:Price", [
        leaf("cbc:PriceAmount", line.netBeforeDiscount, { currencyID: currency }),
        leaf("cbc:BaseQuantity", pieces, { unitCode: PIECE }),
      ]),
      node("cac:Item", [
        leaf("cbc:Name", line.name),
        node("cac:SellersItemIdentification", [leaf("cbc:ID", line.sku)]),
        category("cac:ClassifiedTaxCategory", line.taxPercent),
      ]),
    ]),
  ]);
}
