import { z } from "zod";
import {
  address,
  code,
  contact,
  country,
  currency,
  date,
  name,
  nonNegative,
  volumeUnit,
  weekdays,
  weightUnit,
} from "./primitives";

export const carrier = z.strictObject({
  code,
  name,
  legalName: name.exactOptional(),
  country,
  language: z.string().max(20).exactOptional(),
  currency,
  taxId: z.string().max(40).exactOptional(),
  scac: z.string().max(10).exactOptional(),
  website: z.string().max(300).exactOptional(),
  units: z.strictObject({ weight: weightUnit, volume: volumeUnit }),
  workdays: weekdays,
  fuelIndex: z
    .array(z.strictObject({ from: date, percent: nonNegative }))
    .max(2000)
    .exactOptional(),
  addresses: z.array(address.extend({ code })).max(200).exactOptional(),
  contacts: z.array(contact).max(200).exactOptional(),
  active: z.boolean(),
});

export type Carrier = z.infer<typeof carrier>;
