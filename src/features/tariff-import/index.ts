export type { ChartLook, KnownTariff } from "./import-plan";
export { TariffImport } from "./tariff-import";
