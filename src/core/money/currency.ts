import { quotient, type Decimal } from "./decimal";

/** Digits after the point by ISO 4217 where they are not 2. */
const minorDigits = new Map<string, number>(
  Object.entries({
    BHD: 3,
    BIF: 0,
    CLF: 4,
    CLP: 0,
    DJF: 0,
    GNF: 0,
    IQD: 3,
    ISK: 0,
    JOD: 3,
    JPY: 0,
    KMF: 0,
    KRW: 0,
    KWD: 3,
    LYD: 3,
    OMR: 3,
    PYG: 0,
    RWF: 0,
    TND: 3,
    UGX: 0,
    UYI: 0,
    UYW: 4,
    VND: 0,
    VUV: 0,
    XAF: 0,
    XOF: 0,
    XPF: 0,
  }),
);

/** The active codes of ISO 4217 that money can be held in. */
const codes = new Set(
  (
    "AED AFN ALL AMD AOA ARS AUD AWG AZN BAM BBD BDT BHD BIF BMD BND BOB BRL BSD BTN BWP BYN BZD CAD CDF CHF CLF CLP CNY COP " +
    "CRC CUP CVE CZK DJF DKK DOP DZD EGP ERN ETB EUR FJD FKP GBP GEL GHS GIP GMD GNF GTQ GYD HKD HNL HTG HUF IDR ILS INR " +
    "IQD IRR ISK JMD JOD JPY KES KGS KHR KMF KPW KRW KWD KYD KZT LAK LBP LKR LRD LSL LYD MAD MDL MGA MKD MMK MNT MOP MRU " +
    "MUR MVR MWK MXN MYR MZN NAD NGN NIO NOK NPR NZD OMR PAB PEN PGK PHP PKR PLN PYG QAR RON RSD RUB RWF SAR SBD SCR SDG " +
    "SEK SGD SHP SLE SOS SRD SSP STN SVC SYP SZL THB TJS TMT TND TOP TRY TTD TWD TZS UAH UGX USD UYI UYU UYW UZS VED VES " +
    "VND VUV WST XAF XCD XCG XOF XPF YER ZAR ZMW ZWG"
  ).split(" "),
);

/** All of them, in order. */
export const currencyCodes: readonly string[] = [...codes];

/** Whether ISO 4217 knows the code. */
export function isCurrency(code: string): boolean {
  return codes.has(code);
}

/** Digits after the point of the currency's minor unit (ISO 4217): JPY 0, EUR 2, KWD 3. */
export function minorUnit(currency: string): number {
  return minorDigits.get(currency) ?? 2;
}

/** Rounds money to the currency's minor unit, half away from zero: the only rounding money knows. */
export function roundMoney(amount: Decimal, currency: string): Decimal {
  return amount.settled().rounded(minorUnit(currency), "halfAwayFromZero");
}

/** Money as text with all digits of its minor unit ("12.50"); rounds like `roundMoney`. */
export function moneyText(amount: Decimal, currency: string): string {
  return amount.settled().toFixed(minorUnit(currency));
}

/** A quotient of money and a percent, e.g. the net of a gross, at the currency's minor unit. */
export function divideMoney(amount: Decimal, divisor: Decimal, currency: string): Decimal {
  // of figures that ended the quotient is rounded once; of others what they lost is put right first
  const isExact = amount.settled() === amount && divisor.settled() === divisor;
  return isExact
    ? amount.dividedBy(divisor, minorUnit(currency), "halfAwayFromZero")
    : roundMoney(quotient(amount, divisor), currency);
}
