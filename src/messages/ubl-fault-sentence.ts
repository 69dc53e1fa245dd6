/** Why a UBL document is not read, as the reader tells it. */
type Fault =
  | "not-xml"
  | "doctype"
  | "too-deep"
  | "too-large"
  | "not-an-order"
  | "not-an-invoice"
  | "no-lines"
  | "other-currency"
  | "not-a-figure"
  | "no-tax-percent";

const sentences: Readonly<Record<Fault, string>> = {
  "not-xml": "It is no XML, or was cut off on its way.",
  doctype: "It declares a document type, which is not read: a UBL document has none.",
  "too-deep": "Its elements lie deeper in each other than a document's do.",
  "too-large": "It has more elements than are read.",
  "not-an-order": "It is not a UBL 2.1 Order.",
  "not-an-invoice": "It is neither a UBL 2.1 Invoice nor a CreditNote.",
  "no-lines": "It has no lines.",
  "other-currency": "It is in another currency than the channel.",
  "not-a-figure": "A figure is missing, or is none.",
  "no-tax-percent": "The channel's prices hold the tax, and a line does not say its percent.",
};

/** Why a UBL document is not read, and where. */
export function ublFaultSentence(fault: Fault, at?: string): string {
  return at === undefined ? sentences[fault] : `${sentences[fault]} (${at})`;
}
