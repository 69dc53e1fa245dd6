import { z } from "zod";
import { code, countryOrAny, name, postcodePattern, subdivision, wholeCountry } from "./primitives";

export const MOST_ENTRIES = 500_000;

export const zoneEntry = z
  .strictObject({
    zone: code.nullable(),
    country: countryOrAny,
    subdivision: subdivision.exactOptional(),
    postcode: postcodePattern.exactOptional(),
  })
  .superRefine(wholeCountry);

export const zoneChart = z.strictObject({
  code,
  name,
  origins: z.array(code).max(500).exactOptional(),
  zones: z.array(z.strictObject({ code, name })).max(5000),
  entries: z.array(zoneEntry).max(MOST_ENTRIES),
});

export type ZoneEntry = z.infer<typeof zoneEntry>;
export type ZoneChart = z.infer<typeof zoneChart>;
