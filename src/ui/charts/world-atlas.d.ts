declare module "world-atlas/countries-50m.json" {
  import type { Topology } from "topojson-specification";
  const outlines: Topology;
  export default outlines;
}

declare module "i18n-iso-countries/codes.json" {
  /** Two letters, three letters, three digits. */
  const codes: readonly (readonly [string, string, string, string])[];
  export default codes;
}
