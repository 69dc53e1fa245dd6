/** Namespaces of UBL 2.1 (OASIS, ISO/IEC 19845). */
export const ORDER = "urn:oasis:names:specification:ubl:schema:xsd:Order-2";
export const ORDER_RESPONSE = "urn:oasis:names:specification:ubl:schema:xsd:OrderResponse-2";
export const INVOICE = "urn:oasis:names:specification:ubl:schema:xsd:Invoice-2";
export const CREDIT_NOTE = "urn:oasis:names:specification:ubl:schema:xsd:CreditNote-2";
export const AGGREGATES = "urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2";
export const BASICS = "urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2";

/** UN/ECE Recommendation 20: a piece, a kilogram. */
export const PIECE = "C62";

/** UN/CEFACT 4461: in cash, which on an order means on delivery. */
export const IN_CASH = "10";

/**
 * UN/CEFACT 7161, the codes that delivery and what goes with it are charged by; everything else is miscellaneous, and its
 * reason is told in words.
 */
const reasons: Readonly<Record<string, string>> = {
  freight: "FC",
  handling: "HD",
  packing: "PC",
  delivery: "DL",
};
const MISCELLANEOUS = "ABK";

export function reasonCode(chargeType: string): string {
  return reasons[chargeType.toLowerCase()] ?? MISCELLANEOUS;
}

/** Codes whose charges on an order are what a buyer was told for the delivery: carrying, handling and packing. */
export const deliveryReasons: readonly string[] = ["FC", "DL", "HD", "PC"];

/** UN/CEFACT 5305: reverse charge, taxed at a rate above zero, or at zero. */
export function taxCategory(percent: string, isReverse = false): "AE" | "S" | "Z" {
  if (isReverse) return "AE";
  return Number(percent) === 0 ? "Z" : "S";
}
