import type { OpenedSheet, Reading } from "@/core/tariff-files/thread";
import {
  freshTarget,
  isWeight,
  newChart,
  stem,
  type ChartLook,
  type ImportPlan,
  type KeptPlan,
  type KnownTariff,
  type Target,
} from "./import-plan";
import type { OpenFile } from "./use-tariff-file";

export interface Settings {
  readonly tariffs: readonly KnownTariff[];
  readonly charts: readonly ChartLook[];
  readonly currency: string;
  readonly nextYear: string;
  /** The edition somebody came from, to be replaced. */
  readonly into: { readonly code: string; readonly label: string } | undefined;
}

/** What a file that was just opened is taken for. */
export function planFor(file: OpenFile, { tariffs, charts, currency, nextYear, into }: Settings): ImportPlan {
  const [sheet] = file.sheets;
  if (!sheet) throw new Error("a file without a sheet");
  const { decimalTold: _, unit, ...plan } = sheet.guess;
  const target = into
    ? tariffs.find((tariff) => tariff.code === into.code)
    : textsIn(sheet, plan.columns.tariff).flatMap((name) => knownAs(name, tariffs) ?? [])[0];
  const weight = target ? isWeight(target.measure) : true;
  const own = weight && target?.unit !== undefined ? (target.unit as ImportPlan["fileUnit"]) : "";
  return {
    plan: target ? { ...plan, boundary: target.boundary } : plan,
    sheets: [0],
    // a file of its own tells its unit or is asked; one that replaces a table is most likely in the table's
    fileUnit: unit ?? (into ? own : ""),
    frame: {
      side: target?.side ?? "buy",
      currency: target?.currency ?? currency,
      measure: target?.measure ?? "chargeableWeight",
      unit: target ? target.unit : "kg",
      bands: "goodsValue",
      label: nextYear,
      from: `${nextYear}-01-01`,
    },
    chart: target ? { kind: "known", code: target.zoneChart } : chartFor(file.name, sheet, charts),
    addZones: false,
    targets: {},
    choices: {},
  };
}

type Sheet = OpenFile["sheets"][number];

/** The different texts of a column, in the lines that were looked at. */
function textsIn({ first, guess }: Sheet, column: number | undefined): string[] {
  if (column === undefined) return [];
  return [...new Set(first.slice(guess.headLine).map((cells) => (cells[column] ?? "").trim()))].filter(
    Boolean,
  );
}

/** The chart that has most of the file's zones; a new one for places, and where none has any. */
function chartFor(name: string, sheet: Sheet, charts: Settings["charts"]): ImportPlan["chart"] {
  const { shape, columns, rates, headLine } = sheet.guess;
  const heads = sheet.first[headLine - 1] ?? [];
  const zones = shape === "breaksDown" ? rates.map((at) => heads[at] ?? "") : textsIn(sheet, columns.zone);
  const wanted = new Set(zones.map((zone) => zone.trim().toLowerCase()));
  const found = charts
    .map(({ code, zones: names }) => ({
      code,
      count: new Set(names.map((one) => one.toLowerCase()).filter((one) => wanted.has(one))).size,
    }))
    .sort((a, b) => b.count - a.count)[0];
  if (found && found.count > 0) return { kind: "known", code: found.code };
  return newChart(
    name,
    charts.map((chart) => chart.code),
  );
}

/**
 * The plan of an earlier file with the same heads, as far as this one does not tell: its heads may stand in another line, it
 * may write figures otherwise, and a tariff it goes into has a side of its own.
 */
export function withKept(
  first: ImportPlan,
  kept: KeptPlan,
  guess: OpenedSheet["guess"],
  goesInto: boolean,
): ImportPlan {
  return {
    ...first,
    fileUnit: guess.unit ?? kept.fileUnit,
    plan: {
      ...kept.plan,
      headLine: first.plan.headLine,
      decimal: guess.decimalTold ? guess.decimal : kept.plan.decimal,
      boundary: goesInto ? first.plan.boundary : kept.plan.boundary,
    },
  };
}

/** Where each tariff of the file goes: where somebody sent it, else the edition they came from, else where its name says. */
export function targetsOf(
  chosen: Readonly<Record<string, Target>>,
  reading: Reading | undefined,
  file: string,
  { tariffs, into }: Settings,
): Record<string, Target> {
  const found: Record<string, Target> = {};
  const taken = tariffs.map((tariff) => tariff.code);
  // names of an earlier reading go nowhere any more
  for (const { name } of reading?.tariffs ?? []) {
    const usual = (): Target =>
      into
        ? { kind: "edition", ...into }
        : (sameName(name === "" ? stem(file) : name, tariffs) ?? freshTarget(name, file, taken));
    const target = chosen[name] ?? usual();
    found[name] = target;
    if (target.kind === "new") taken.push(target.code);
  }
  return found;
}

/** The tariff that has the name, by code or name, letter case aside. */
function knownAs(wanted: string, known: readonly KnownTariff[]): KnownTariff | undefined {
  const text = wanted.trim().toLowerCase();
  return known.find(({ code, name }) => [code, name].some((one) => one.toLowerCase() === text));
}

/** An edition more of the tariff that has the name. */
function sameName(wanted: string, known: readonly KnownTariff[]): Target | undefined {
  const same = knownAs(wanted, known);
  return same && { kind: "next", code: same.code };
}

/** The plan once a tariff of the file goes somewhere else: one that is there brings its zones, its measure and its side of an edge. */
export function withTarget(
  plan: ImportPlan,
  targets: Readonly<Record<string, Target>>,
  name: string,
  target: Target,
  tariffs: readonly KnownTariff[],
): ImportPlan {
  const sent = { ...plan, targets: { ...targets, [name]: target } };
  const tariff =
    target.kind === "edition" || target.kind === "next"
      ? tariffs.find((one) => one.code === target.code)
      : undefined;
  if (!tariff) return sent;
  const { measure, unit, zoneChart, boundary } = tariff;
  return {
    ...sent,
    plan: { ...plan.plan, boundary },
    frame: { ...plan.frame, measure, unit },
    chart: { kind: "known", code: zoneChart },
  };
}

/** Why tables can't go where they are sent: a tariff that is there keeps its zones, its unit and its side of an edge. */
export function targetTrouble(
  { plan, frame, chart }: ImportPlan,
  targets: Readonly<Record<string, Target>>,
  known: readonly KnownTariff[],
): string | undefined {
  const places = new Set<string>();
  for (const target of Object.values(targets)) {
    if (target.kind === "skip") continue;
    const place = `${target.code} ${target.kind === "edition" ? target.label : frame.label}`;
    if (places.has(place)) return `Two of the file's tariffs go to ${place}: send one of them elsewhere.`;
    places.add(place);
    const tariff = known.find((one) => one.code === target.code);
    if (target.kind === "new" || !tariff) continue;
    if (target.kind === "next" && tariff.editions.some(({ label }) => label === frame.label))
      return `${tariff.name} has an edition ${frame.label} already: replace that one, or call the new one otherwise.`;
    if (tariff.zoneChart !== chart.code)
      return `${tariff.name} has the zones of ${tariff.zoneChart}: choose that chart above.`;
    if (tariff.boundary !== plan.boundary)
      return `In ${tariff.name} a value at an edge is in the break ${tariff.boundary === "upTo" ? "below" : "above"}: choose that above.`;
    if (tariff.measure !== frame.measure || tariff.unit !== frame.unit)
      return `${tariff.name} is calculated differently from the file's other tariffs: import it by itself.`;
  }
  return undefined;
}
