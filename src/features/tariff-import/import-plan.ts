import { Decimal } from "@/core/money/decimal";
import type { Edition, Tariff } from "@/core/setup/tariff";
import type { ZoneChart } from "@/core/setup/zone-chart";
import type { FilePlan } from "@/core/tariff-files/file-plan";
import { unitSuspicion } from "@/core/tariff-files/guess-plan";
import type { SeamChoices } from "@/core/tariff-files/seam";
import type { OpenedSheet } from "@/core/tariff-files/thread";
import { kilogramsPer, type WeightUnit } from "@/core/units/unit";

/** A tariff a file can go into, as far as choosing needs it. */
export interface KnownTariff
  extends Pick<Tariff, "code" | "name" | "side" | "currency" | "zoneChart" | "measure" | "boundary"> {
  readonly unit: string | undefined;
  readonly editions: readonly { readonly label: string; readonly from: string; readonly to?: string }[];
  /** What of its latest edition a new one keeps and no file says. */
  readonly kept: Pick<Edition, "bands" | "lowerNextBreak">;
}

/** Where a tariff of the file goes. */
export type Target =
  | { readonly kind: "new"; readonly code: string; readonly name: string }
  /** Into an edition that is there, in place of its table. */
  | { readonly kind: "edition"; readonly code: string; readonly label: string }
  /** Into an edition more of a tariff that is there. */
  | { readonly kind: "next"; readonly code: string }
  | { readonly kind: "skip" };

/** All that is chosen about a file. */
export interface ImportPlan {
  readonly plan: FilePlan;
  readonly sheets: readonly number[];
  /** The unit the file's edges are in; "" while nobody said. */
  readonly fileUnit: WeightUnit | "";
  /** What new tariffs are. */
  readonly frame: {
    readonly side: Tariff["side"];
    readonly currency: string;
    readonly measure: Tariff["measure"];
    readonly unit: string | undefined;
    /** What bands of the file count, where it has some. */
    readonly bands: Tariff["measure"];
    /** Of new editions, also in tariffs that are there. */
    readonly label: string;
    readonly from: string;
  };
  readonly chart:
    | { readonly kind: "known"; readonly code: string }
    | { readonly kind: "new"; readonly code: string; readonly name: string };
  readonly addZones: boolean;
  readonly targets: Readonly<Record<string, Target>>;
  readonly choices: Readonly<Record<string, SeamChoices>>;
}

/** What can be used again with the next file of the same shape. */
export type KeptPlan = Pick<ImportPlan, "plan" | "fileUnit">;

/** The unit a measure is in unless somebody says another; money and counts have none. */
export const usualUnits: Readonly<Record<Tariff["measure"], string | undefined>> = {
  chargeableWeight: "kg",
  actualWeight: "kg",
  volume: "m3",
  quantity: undefined,
  parcels: undefined,
  goodsValue: undefined,
  goodsValueIncTax: undefined,
  distance: "km",
};

/** A kept plan read back; `undefined` for one that is of another version of this program. */
export function readKept(text: string): KeptPlan | undefined {
  const kept = JSON.parse(text) as Partial<KeptPlan>;
  const plan = kept.plan as Partial<FilePlan> | undefined;
  const fits =
    plan !== undefined &&
    ["list", "zonesDown", "breaksDown"].includes(plan.shape ?? "") &&
    typeof plan.columns === "object" &&
    Array.isArray(plan.rates) &&
    typeof kept.fileUnit === "string";
  return fits ? (kept as KeptPlan) : undefined;
}

/** The heads of a sheet, which tell one carrier's file from another's. */
export function shapeOf(sheet: OpenedSheet): string {
  const head = sheet.first[sheet.guess.headLine - 1] ?? [];
  return head
    .map((text) => text.trim().toLowerCase())
    .join("|")
    .slice(0, 2000);
}

export function isWeight(measure: Tariff["measure"]): boolean {
  return measure === "chargeableWeight" || measure === "actualWeight";
}

/**
 * What the file's edges are multiplied by to be in the tariffs' unit; "inexact" where no finite decimal does it (kilograms
 * in pounds), `undefined` where they are the same or no weights.
 */
export function factorOf({ fileUnit, frame }: ImportPlan): string | "inexact" | undefined {
  if (!isWeight(frame.measure) || fileUnit === "" || fileUnit === frame.unit) return undefined;
  const [from, to] = [kilogramsPer[fileUnit], kilogramsPer[frame.unit as WeightUnit]];
  const factor = from.dividedBy(to, 24, "halfAwayFromZero");
  return factor.times(to).equals(from) ? Decimal.of(factor.toString()).toString() : "inexact";
}

/** What speaks against the unit that is chosen, and the unit that fits. */
export function suspicionOf(
  edges: readonly string[],
  { fileUnit, frame }: ImportPlan,
): WeightUnit | undefined {
  if (!isWeight(frame.measure)) return undefined;
  const suspected = unitSuspicion(edges, fileUnit === "" ? (frame.unit ?? "") : fileUnit);
  return suspected === "grams" ? "g" : suspected === "kilograms" ? "kg" : undefined;
}

/** What keeps the plan from being read; nothing when it can be. */
export function whatIsMissing({ plan, fileUnit, frame }: ImportPlan): string | undefined {
  const { columns, shape, rates } = plan;
  if (shape === "list" && columns.price === undefined) return "Choose the column of prices.";
  if (shape === "list" && columns.from === undefined && columns.to === undefined)
    return "Choose a column of edges: where breaks begin, or up to where they go.";
  if (shape !== "breaksDown" && columns.zone === undefined && columns.country === undefined)
    return "Choose the column of zones, or of countries.";
  if (shape === "breaksDown" && columns.from === undefined && columns.to === undefined)
    return "Choose the column of edges.";
  if (shape !== "list" && rates.length === 0) return "Choose the columns that hold rates.";
  if (isWeight(frame.measure) && fileUnit === "") return "Say which unit the file's weights are in.";
  return undefined;
}

/** A new tariff for a name of the file, or for the file where it names none; with a code nobody has. */
export function freshTarget(name: string, file: string, taken: readonly string[]): Target & { kind: "new" } {
  const wanted = name === "" ? stem(file) : name;
  return { kind: "new", code: freshCode(wanted, taken), name: wanted.trim().slice(0, 200) };
}

/** A zone chart of the file's own. */
export function newChart(file: string, taken: readonly string[]): ImportPlan["chart"] & { kind: "new" } {
  return { kind: "new", code: freshCode(stem(file), taken), name: stem(file) };
}

/** A file's name without its ending. */
export function stem(name: string): string {
  return name.replace(/\.[a-z]+$/i, "");
}

/** A code like the name, in capitals, that nobody has. */
function freshCode(name: string, taken: readonly string[]): string {
  const plain = name
    .normalize("NFD")
    .replace(/[\u0300-\u036f]/g, "")
    .toUpperCase()
    .replace(/[^A-Z0-9]+/g, "-")
    .replace(/^-|-$/g, "")
    .slice(0, 30);
  const base = plain === "" ? "TARIFF" : plain;
  if (!taken.includes(base)) return base;
  for (let i = 2; ; i++) if (!taken.includes(`${base}-${i}`)) return `${base}-${i}`;
}

/** A chart with what its zones are called, codes and names; of great charts the first. */
export type ChartLook = Pick<ZoneChart, "code" | "name"> & { readonly zones: readonly string[] };
