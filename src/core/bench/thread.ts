import type { Change } from "../setup/inverse";
import type { KeptRates } from "../services/live-rate";
import type { Item } from "../setup/item";
import type { CodeRenaming } from "../setup/renames";
import type { Setup } from "../setup/setup";
import type { OpenTrial, TrialRow } from "./bench";
import type { Exploration } from "./exploration";
import type { ExploredPoint } from "./explore";
import type { NearestEdge } from "./nearest-edges";
import type { Trial } from "./trial";

/** The revision the figures are compared with. */
export interface BenchBefore {
  readonly number: number;
  /** What makes it of the draft. */
  readonly changes: readonly Change[];
  /** Codes the draft calls otherwise than it, in order. */
  readonly renames: readonly CodeRenaming[];
}

/** What the bench's thread begins with. */
export interface BenchStart {
  /** The edit the setup is as of. */
  readonly stamp: number;
  /** The instant trials without a date count from. */
  readonly now: string;
  /** The draft. */
  readonly setup: Setup;
  readonly before: BenchBefore;
  readonly trials: readonly Trial[];
  /** Their classes and places by the revision's codes. */
  readonly items: readonly Item[];
}

/** What the page asks of the bench's thread. `id` grows; an answer about an older one is not waited for. */
export type BenchTask =
  | { readonly kind: "start"; readonly start: BenchStart }
  | { readonly kind: "trials"; readonly trials: readonly Trial[]; readonly items: readonly Item[] }
  | { readonly kind: "stored"; readonly changes: readonly Change[]; readonly stamp: number }
  | { readonly kind: "rates"; readonly rates: KeptRates }
  | { readonly kind: "typed"; readonly id: number; readonly changes: readonly Change[] }
  | { readonly kind: "open"; readonly trial: string | undefined; readonly offer: string | undefined }
  | { readonly kind: "explore"; readonly exploration: Exploration | undefined };

/** What the thread tells. */
export type BenchAnswer =
  | {
      readonly kind: "rows";
      readonly rows: readonly TrialRow[];
      /** The trial that is looked at. */
      readonly open: OpenTrial | undefined;
      /** The newest typing that is in the rows. */
      readonly typed: number;
      /** What can't be read of what is typed: the figures are without it. */
      readonly trouble: boolean;
      /** The number of the revision that is compared with. */
      readonly before: number;
    }
  | { readonly kind: "opened"; readonly open: OpenTrial | undefined }
  | {
      readonly kind: "edges";
      readonly trial: string;
      readonly offer: string;
      readonly edges: readonly NearestEdge[];
    }
  | { readonly kind: "explored"; readonly series: readonly (readonly ExploredPoint[])[] }
  /** Changes came that do not follow on what the thread has: it needs to start anew. */
  | { readonly kind: "behind" }
  /** A task could not be done; others go on. */
  | { readonly kind: "failed" };
