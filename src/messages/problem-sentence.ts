import type { Problem, ProblemCode } from "@/core/setup/problem";
import { placeWords } from "./place-words";

type Sentences = { readonly [P in ProblemCode]: (data: Readonly<Record<string, string>>) => string };

const patterns: Record<string, string> = {
  empty: "is empty",
  "not-a-pattern": "is not one of 21145, 62* or 22000..22999",
  "ends-differ": "has two ends of different shape: equal letters and as many digits are needed",
  "ends-reversed": "has its lower end second",
};

const sentences: Sentences = {
  "unknown-field": (d) => `There is no field “${d.field ?? ""}” here.`,
  "missing-field": () => "This is needed.",
  "wrong-type": (d) => `This should be ${article(d.expected)}.`,
  "not-a-choice": (d) => `This should be one of: ${d.choices ?? ""}.`,
  "too-small": (d) => `At least ${d.least ?? ""} is needed.`,
  "too-large": (d) => `At most ${d.most ?? ""} is allowed.`,
  "no-shape-fits": () => "This value is of a kind that can't stand here.",
  "not-a-decimal": () => "This is not a number. Write it plainly, like 12.5.",
  "too-many-digits": () => "A number may have at most 24 digits.",
  negative: () => "This can't be below 0.",
  "not-positive": () => "This must be above 0.",
  "bad-code": () => "A code has 1 to 40 letters, digits, points, underscores or hyphens.",
  "bad-name": () => "A name has 1 to 200 characters.",
  "text-too-long": () => "At most 2,000 characters.",
  "unknown-country": () => "This is not a country code of two capital letters (ISO 3166-1).",
  "unknown-currency": () => "This is not a currency code of three capital letters (ISO 4217).",
  "bad-date": () => "This is not a date. Write it like 2026-11-24.",
  "bad-instant": () => "This is not an instant. Write it like 2026-11-24T10:15:00Z.",
  "unknown-time-zone": () => "This is not a time zone. Write it like Europe/Tallinn.",
  "bad-time": () => "This is not a time of day. Write it like 14:00.",
  "bad-subdivision": () => "This is not a subdivision code. Write it like SE-I (ISO 3166-2).",
  "bad-postcode-pattern": (d) => `The postcode pattern ${patterns[d.why ?? ""] ?? "can't be read"}.`,
  "subdivision-elsewhere": () => "The subdivision lies in another country.",
  "postcode-without-country": () => "A postcode needs a country.",
  "duplicate-code": (d) => `“${d.code ?? ""}” is there twice.`,
  "not-live-yet": (d) =>
    `“${d.code ?? ""}” is not live yet, and items are live at once: publish it at the gate first, then give it to items.`,
  "unknown-code": (d) =>
    `There is no “${d.code ?? ""}” among the ${listName(d.list)}${d.chart ? ` of ${d.chart}` : ""}.`,
  "edges-not-ascending": (d) => `${d.edge ?? ""} follows ${d.before ?? ""}: edges must rise.`,
  "open-edge-not-last": () => "Only the last edge can be open.",
  "open-edge-in-from": () => "Where an edge begins a break it can't be open.",
  "rates-do-not-match-breaks": (d) => `${d.rates ?? ""} rates stand under ${d.breaks ?? ""} breaks.`,
  "rates-do-not-match-bands": (d) =>
    `One list of ${d.breaks ?? ""} rates is needed for each of ${d.bands ?? ""} bands.`,
  "per-missing": () => "How many units is this rate for? Add “per”.",
  "unit-missing": (d) => `A unit is needed: ${d.units ?? ""}.`,
  "unit-does-not-fit": (d) => (d.units ? `This measure is in ${d.units}.` : "This measure has no unit."),
  "dates-reversed": () => "This is before the first day.",
  "minimum-over-maximum": () => "The maximum is under the minimum.",
  "days-reversed": () => "This is under the fewest days.",
  "percent-too-low": () => "A margin must be above -100 %.",
  "percent-or-reverse": () => "Say either a percentage or reverse charge, not both and not neither.",
  "same-currency": () => "A currency needs no rate to itself.",
  "empty-between": () => "Nothing lies between these.",
  "in-use": (d) =>
    `It is used by ${(d.uses ?? "").replace(/[A-Za-z]+\/[^\s,]+/g, placeWords)}. Switch it off, or change these first.`,
  "no-such-place": () => "There is no such place in the setup any more.",
  "changed-meanwhile": (d) => `Someone else has set this to ${plainValue(d.theirs)} meanwhile.`,
  "unknown-sku": (d) => `There is no item “${d.sku ?? ""}”.`,
  "no-exchange-rate": (d) => `There is no exchange rate from ${d.from ?? ""} to ${d.to ?? ""}.`,
  "origin-said-twice": () => "Say either one origin or origins by pieces, not both.",
  "pieces-do-not-add-up": (d) =>
    `The origins have ${d.pieces ?? ""} pieces together, the line has ${d.of ?? ""}.`,
  "no-lines": () => "An order needs at least one line.",
  "bad-json": () => "This is not JSON.",
  "bad-text": () => "This holds a character that can't be stored (a NUL, or half of a pair).",
  "too-deep": () => "This is nested too deeply.",
};

function article(kind: string | undefined): string {
  const words: Record<string, string> = {
    string: "text",
    int: "a whole number",
    boolean: "yes or no",
    array: "a list",
    object: "a group of fields",
    number: "a number",
    undefined: "left out",
  };
  return words[kind ?? ""] ?? kind ?? "something else";
}

const listNames: Record<string, string> = {
  chargeTypes: "charge types",
  goodsClasses: "goods classes",
  zoneCharts: "zone charts",
  zones: "zones",
  origins: "origins",
  carriers: "carriers",
  services: "services",
  tariffs: "tariffs",
  channels: "channels",
  offers: "offers",
  connections: "connections",
  items: "items",
};

/** A value as it is typed; a whole record is not read out. */
function plainValue(text: string | undefined): string {
  return text === undefined || /^[[{]/.test(text) ? "something else" : text;
}

function listName(list: string | undefined): string {
  return listNames[list ?? ""] ?? "entries";
}

/** What is wrong and, where something was probably meant, what. */
export function problemSentence(problem: Problem): string {
  const sentence = sentences[problem.code](problem.data);
  return problem.hint ? `${sentence} Did you mean “${problem.hint}”?` : sentence;
}
