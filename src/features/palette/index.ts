export { Palette } from "./palette";
