import type { Tariff } from "@/core/setup/tariff";

/** A service or an offer that reads a tariff. */
export interface TariffUser {
  readonly name: string;
  readonly path: string;
}

export interface TariffSummary {
  readonly tariff: Pick<Tariff, "code" | "name" | "side" | "currency" | "measure" | "unit">;
  readonly carrier: string | undefined;
  readonly chartName: string;
  readonly usedBy: readonly TariffUser[];
  readonly changed: { readonly day: string; readonly who: string } | undefined;
  readonly editions: readonly {
    readonly label: string;
    readonly from: string;
    readonly to?: string;
    readonly daysLeft: number | undefined;
  }[];
  readonly findings: number;
}
