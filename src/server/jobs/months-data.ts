import { z } from "zod";
import { isMonth } from "@/core/calendar/months";
import { code } from "@/core/setup/primitives";

const month = z.string().refine(isMonth);
/** First and last month that work is about, both in: `YYYY-MM`. */
const months = { from: month, to: month } as const;

/** The shipments that are compared with what other services would cost. */
export const cheaperData = z.strictObject(months);

/** The shipments an edition of a buy table is laid over. */
export const tableData = z.strictObject({ ...months, tariff: code, edition: z.string().max(80) });
