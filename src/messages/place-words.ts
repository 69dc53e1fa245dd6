import { splitPath } from "@/core/setup/path";

const members: Readonly<Record<string, string>> = {
  business: "business",
  sourcing: "sourcing",
  exchangeRates: "exchange rate",
  chargeTypes: "charge type",
  goodsClasses: "goods class",
  origins: "origin",
  carriers: "carrier",
  zoneCharts: "zone chart",
  services: "service",
  tariffs: "tariff",
  channels: "channel",
  offers: "offer",
  itemExceptions: "item exception",
  connections: "connection",
  items: "item",
  orders: "order",
  people: "person",
  invitations: "invitation",
  apiKeys: "API key",
  trials: "trial",
  revisions: "revision",
  gate: "gate",
  suspensions: "suspension",
};

/** Fields whose own name would not be understood. */
const fields: Readonly<Record<string, string>> = {
  origins: "leaves from",
  accepts: "accepts",
  byZone: "by zone",
  cutOff: "cut-off",
  poBox: "PO boxes",
  taxId: "tax number",
  scac: "SCAC",
  when: "when",
};

/** "maxParcelWeight" as words: "max parcel weight". */
function plain(field: string): string {
  return fields[field] ?? field.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
}

const several: Readonly<Record<string, string>> = {
  business: "business",
  sourcing: "sourcing",
};

/** What the members of a list are called, one or several. */
export function memberWords(list: string, n: number): string {
  const one = members[list] ?? list;
  return n === 1 ? one : (several[list] ?? (one.endsWith("s") ? `${one}es` : `${one}s`));
}

/** Lists by what one of them is called: "rule 2" for `rules/1`. */
const oneOf: Readonly<Record<string, string>> = {
  rules: "rule",
  terms: "term",
  when: "condition",
  anyOf: "condition",
  allOf: "condition",
  additions: "addition",
  classes: "goods class",
  services: "service",
  only: "only there",
  not: "not there",
  holidays: "holiday",
  workdays: "working day",
  fuelIndex: "fuel index",
  byZone: "by zone",
  editions: "edition",
  zones: "zone",
  breaks: "break",
  surcharges: "surcharge",
  addresses: "address",
};
/** Lists whose members have a code or a label: what stands after them is a name, also where it is made of digits. */
const named: ReadonlySet<string> = new Set(["editions", "zones", "surcharges", "byZone"]);
/** Lists of the setup whose members are known by their place alone. */
const counted: ReadonlySet<string> = new Set(["exchangeRates", "itemExceptions"]);

/** A member as it is called: by its name, or by its place, from 1. */
function called(isNamed: boolean, segment: string): string {
  return !isNamed && /^\d+$/.test(segment) ? String(Number(segment) + 1) : segment;
}

/** What would not help anybody to find a place. */
const passedOver: ReadonlySet<string> = new Set(["plan", "then", "adjust", "amount"]);

/** The fields that lead to a place within a member: "rule 2, term 1: constant", "limits, max parcel weight". */
export function fieldWords(within: readonly string[]): string {
  const words: string[] = [];
  within.forEach((part, i) => {
    const next = within[i + 1];
    const one = oneOf[part];
    if (one !== undefined && next !== undefined) words.push(`${one} ${called(named.has(part), next)}`);
    else if (i > 0 && oneOf[within[i - 1] ?? ""] !== undefined) return;
    else if (passedOver.has(part) && next !== undefined) return;
    else words.push(/^\d+$/.test(part) ? called(false, part) : plain(part));
  });
  return words.join(", ");
}

/** A place of the setup as people name it: "service PNP-HOME: limits, max parcel weight". Singles have no member. */
export function placeWords(path: string): string {
  const [list = "", ...rest] = splitPath(path);
  const single = list === "business" || list === "sourcing";
  const member = members[list] ?? list;
  const [code, ...within] = single ? ["", ...rest] : rest;
  const words = fieldWords(within);
  const head = code ? `${member} ${called(!counted.has(list), code)}` : member;
  return words === "" ? head : `${head}: ${words}`;
}
