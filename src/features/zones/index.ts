export { ChartEditor } from "./chart-editor";
export { ZonesSide, type ChartSummary } from "./zones-side";
