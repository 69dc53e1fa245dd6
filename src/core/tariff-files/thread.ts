import type { Edition } from "../setup/tariff";
import type { ZoneChart } from "../setup/zone-chart";
import type { RateTable } from "./build-table";
import type { FilePlan } from "./file-plan";
import type { GuessedPlan } from "./guess-plan";
import type { RowFault } from "./rate-record";
import type { RowVerdict } from "./row-verdict";
import type { Seam, SeamChoices } from "./seam";

/** What a page asks the thread that reads its file. */
export type FileTask =
  | { readonly kind: "open"; readonly bytes: Uint8Array }
  | { readonly kind: "read"; readonly id: number; readonly request: ReadRequest };

/** How a file is to be read, and into what. */
export interface ReadRequest {
  readonly plan: FilePlan;
  /** The sheets that are read, by their places; they are laid out alike. */
  readonly sheets: readonly number[];
  /** What edges are multiplied by to be in the tariffs' unit. */
  readonly factor?: string;
  /** By the tariff's name as the file has it. */
  readonly choices: Readonly<Record<string, SeamChoices>>;
  readonly chart: Pick<ZoneChart, "zones" | "entries">;
  readonly addZones: boolean;
  /** The editions that tables go into, by the tariff's name as the file has it. */
  readonly targets: Readonly<Record<string, Edition>>;
}

export interface OpenedSheet {
  readonly name: string;
  readonly rows: number;
  readonly first: readonly (readonly string[])[];
  readonly merged: number;
  readonly errors: number;
  readonly guess: GuessedPlan;
}

export type FileAnswer<Problem = string> =
  | { readonly kind: "opened"; readonly sheets: readonly OpenedSheet[]; readonly how: string }
  | { readonly kind: "problem"; readonly problem: Problem }
  | { readonly kind: "progress"; readonly id: number; readonly rows: number; readonly of: number }
  | { readonly kind: "read"; readonly id: number; readonly reading: Reading };

/** A file read: a table a tariff, and what becomes of its rows. */
export interface Reading {
  readonly tariffs: readonly ReadTariff[];
  readonly added: Pick<ZoneChart, "zones" | "entries">;
  readonly counts: Readonly<Record<RowVerdict | "refused", number>>;
  /** The rows that say most, refused ones first: as many as a person looks at. */
  readonly rows: readonly ReadRow[];
  /** All refused rows, to be given out. */
  readonly refused: readonly ReadRow[];
  /** Upper or lower edges as they are in the file, for telling whether the unit can be right. */
  readonly edges: readonly string[];
}

export interface ReadTariff {
  readonly name: string;
  readonly table: RateTable;
  readonly seams: readonly Seam[];
  readonly rates: number;
}

export interface ReadRow {
  /** The sheet by its place, and the line in it; the first is 1. */
  readonly sheet: number;
  readonly line: number;
  readonly cells: readonly string[];
  readonly verdict: RowVerdict | "refused";
  readonly before?: string;
  readonly fault?: RowFault;
}
