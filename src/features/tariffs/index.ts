export { AddTariff } from "./add-tariff";
export { TariffList, type TariffSummary } from "./tariff-list";
export { TariffWorkbench } from "./tariff-workbench";
