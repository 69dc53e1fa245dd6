import type { OpenedSheet, Reading } from "@/core/tariff-files/thread";
import {
  freshTarget,
  isWeight,
  newChart,
  stem,
  type ImportPlan,
  type KeptPlan,
  type KnownTariff,
  type Target,
} from "./import-plan";
import type { OpenFile } from "./use-tariff-file";

export interface Settings {
  readonly tariffs: readonly KnownTariff[];
  readonly charts: readonly { readonly code: string }[];
  readonly currency: string;
  readonly nextYear: string;
  /** The edition somebody came from, to be replaced. */
  readonly into: { readonly code: string; readonly label: string } | undefined;
}

/** What a file that was just opened is taken for. */
export function planFor(file: OpenFile, { tariffs, charts, currency, nextYear, into }: Settings): ImportPlan {
  const guess = file.sheets[0]?.guess;
  const target = into && tariffs.find((tariff) => tariff.code === into.code);
  if (!guess) throw new Error("a file without a sheet");
  const { decimalTold: _, unit, ...plan } = guess;
  const weight = target ? isWeight(target.measure) : true;
  const own = weight && target?.unit !== undefined ? (target.unit as ImportPlan["fileUnit"]) : "";
  return {
    plan: target ? { ...plan, boundary: target.boundary } : plan,
    sheets: [0],
    fileUnit: unit ?? own,
    frame: {
      side: target?.side ?? "buy",
      currency: target?.currency ?? currency,
      measure: target?.measure ?? "chargeableWeight",
      unit: target ? target.unit : "kg",
      bands: "goodsValue",
      label: nextYear,
      from: `${nextYear}-01-01`,
    },
    chart: target
      ? { kind: "known", code: target.zoneChart }
      : plan.columns.zone === undefined || charts.length === 0
        ? newChart(
            file.name,
            charts.map((chart) => chart.code),
          )
        : { kind: "known", code: charts[0]?.code ?? "" },
    addZones: false,
    targets: {},
    choices: {},
  };
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
  const found: Record<string, Target> = { ...chosen };
  const taken = tariffs.map((tariff) => tariff.code);
  for (const { name } of reading?.tariffs ?? []) {
    const target = (found[name] ??= into
      ? { kind: "edition", ...into }
      : (sameName(name === "" ? stem(file) : name, tariffs) ?? freshTarget(name, file, taken)));
    if (target.kind === "new") taken.push(target.code);
  }
  return found;
}

/** An edition more of the tariff that has the name, by code or name, letter case aside. */
function sameName(wanted: string, known: readonly KnownTariff[]): Target | undefined {
  const text = wanted.trim().toLowerCase();
  const same = known.find(({ code, name }) => [code, name].some((one) => one.toLowerCase() === text));
  return same && { kind: "next", code: same.code };
}
