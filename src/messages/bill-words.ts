import type { BillCause } from "@/core/recovery/explain-bill";
import type { JournalKind } from "@/core/recovery/journal";
import type { ObjectionState } from "@/core/recovery/objection";

/** Why a bill differs, in a word or two. */
export const causeNames: Readonly<Record<BillCause | "unexplained", string>> = {
  service: "another service",
  zone: "another zone",
  weight: "another weight",
  edition: "another day's table",
  surcharges: "surcharges",
  exchange: "exchange rate",
  unexplained: "not explained",
};

/** What a charge code is. */
export const codeKinds = {
  freight: "freight",
  surcharge: "a surcharge",
  correction: "a correction of the freight",
  fee: "a fee of no shipment",
} as const;

/** How far an objection is. */
export const objectionNames: Readonly<Record<ObjectionState, string>> = {
  open: "open",
  accepted: "accepted",
  credited: "credited",
  rejected: "rejected",
};

/** What somebody says an objection has become. */
export const objectionSteps: Readonly<Record<ObjectionState, string>> = {
  open: "Open again",
  accepted: "Accepted",
  credited: "Credited",
  rejected: "Rejected",
};

/** What an entry of the journal is. */
export const journalNames: Readonly<Record<JournalKind, string>> = {
  charged: "charged to customers",
  billed: "billed by carriers",
  fees: "carriers' fees of no shipment",
  accrued: "accrued: left and not billed",
};
