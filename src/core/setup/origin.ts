import { z } from "zod";
import {
  address,
  clockTime,
  code,
  contact,
  date,
  days,
  destination,
  name,
  timeZone,
  weekdays,
} from "./primitives";

export const origin = z.strictObject({
  code,
  name,
  kind: z.enum(["warehouse", "store", "supplier"]),
  address,
  returnAddress: address.exactOptional(),
  position: z
    .strictObject({ lat: z.number().min(-90).max(90), lon: z.number().min(-180).max(180) })
    .exactOptional(),
  contact: contact.exactOptional(),
  timeZone,
  cutOff: clockTime,
  handlingDays: days,
  workdays: weekdays,
  holidays: z.array(date).max(2000).exactOptional(),
  rank: z.int().min(1).max(9999),
  serves: z.array(destination).max(1000).exactOptional(),
  refusesGoodsClasses: z.array(code).max(200).exactOptional(),
  active: z.boolean(),
});

export type Origin = z.infer<typeof origin>;
