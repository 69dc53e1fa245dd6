export { AddTariff } from "./add-tariff";
export { EditionComparison } from "./edition-comparison";
export { TariffList } from "./tariff-list";
export type { TariffSummary } from "./tariff-summary";
export { TariffSheet } from "./tariff-sheet";
export { TariffWorkbench } from "./tariff-workbench";
export { askedPlaces, type AskedCell } from "./asked-cell";
