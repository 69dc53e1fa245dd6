export { AddTariff } from "./add-tariff";
export { EditionComparison } from "./edition-comparison";
export { TariffList, type TariffSummary } from "./tariff-list";
export { TariffSheet } from "./tariff-sheet";
export { TariffWorkbench } from "./tariff-workbench";
export { askedPlaces, type AskedCell } from "./asked-cell";
