import { billLine, type BillLine } from "@/core/recovery/bill";
import { parseWith } from "@/core/setup/parse-setup";
import { readDate } from "@/ui/date-text";
import type { Verdict } from "@/features/import";
import { countryOf } from "@/messages/country-name";
import { problemSentence } from "@/messages/problem-sentence";
import type { TableField } from "@/tabular/match-columns";
import { plainNumber } from "@/ui/number-text";

/** The columns of a bill, a line a row. */
export const billFields: readonly TableField[] = [
  {
    key: "tracking",
    name: "tracking number",
    aliases: ["tracking", "consignment", "parcel number", "waybill"],
  },
  {
    key: "reference",
    name: "our reference",
    aliases: ["reference", "customer reference", "order", "order number"],
  },
  { key: "day", name: "handed over", aliases: ["ship date", "shipment date", "date", "pickup date"] },
  { key: "country", name: "country", aliases: ["country code", "destination country", "to country"] },
  { key: "postcode", name: "postcode", aliases: ["zip", "zip code", "postal code", "to postcode"] },
  {
    key: "weight",
    name: "weight, kg",
    aliases: ["weight", "charged weight", "kg", "billed weight"],
    isFigure: true,
  },
  { key: "service", name: "service", aliases: ["product", "service code"] },
  { key: "zone", name: "zone", aliases: ["tariff zone", "zone code"] },
  {
    key: "charge",
    name: "charge",
    aliases: ["charge code", "type", "charge type", "item", "position"],
    needed: true,
  },
  { key: "text", name: "text", aliases: ["description", "remark"] },
  {
    key: "amount",
    name: "amount",
    aliases: ["net", "net amount", "price", "total"],
    needed: true,
    isFigure: true,
  },
  { key: "taxPercent", name: "tax percent", aliases: ["tax", "vat", "vat rate"], isFigure: true },
];

const nameOf = (path: string) => billFields.find(({ key }) => key === path)?.name ?? path;

/** What becomes of a row: a line of the bill, or why it is refused. */
export function billVerdict(cells: Readonly<Record<string, string>>): Verdict<BillLine> {
  const text = (key: string) => (cells[key] ?? "").trim();
  const figure = (key: string) => (text(key) === "" ? "" : plainNumber(text(key)));
  const country = text("country") === "" ? "" : countryOf(text("country"));
  if (country === undefined) return { kind: "refused", why: `“${text("country")}” is not a country.` };
  const line = {
    tracking: text("tracking"),
    reference: text("reference"),
    day: text("day") === "" ? "" : readDate(text("day")),
    country,
    postcode: text("postcode"),
    weight: figure("weight"),
    service: text("service"),
    zone: text("zone"),
    charge: text("charge"),
    text: text("text"),
    amount: figure("amount"),
    taxPercent: figure("taxPercent"),
  };
  if (line.amount === "") return { kind: "refused", why: "It has no amount." };
  if (line.charge === "") return { kind: "refused", why: "It does not say what it charges for." };
  const read = parseWith(
    billLine,
    Object.fromEntries(Object.entries(line).filter(([, value]) => value !== "")),
  );
  if (!read.ok)
    return {
      kind: "refused",
      why: read.problems.map((one) => `${nameOf(one.path)}: ${problemSentence(one)}`).join(" "),
    };
  return { kind: "taken", value: read.value };
}

/** Lines as a table that comes in again. */
export function billTable(lines: readonly BillLine[]): { head: string[]; rows: string[][] } {
  return {
    head: billFields.map(({ name }) => name),
    rows: lines.map((line) =>
      billFields.map(({ key }) => String((line as Readonly<Record<string, unknown>>)[key] ?? "")),
    ),
  };
}
