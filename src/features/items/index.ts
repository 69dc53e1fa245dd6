export { ItemsGrid } from "./items-grid";
