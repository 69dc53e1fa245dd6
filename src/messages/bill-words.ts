import type { BillCause } from "@/core/recovery/explain-bill";

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
