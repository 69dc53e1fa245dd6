import { z } from "zod";

/** RFC 9457: what an API answer that is an error looks like. `errors` points at the fields (RFC 6901). */
export const problemDocument = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string().optional(),
  errors: z
    .array(
      z.object({ pointer: z.string(), code: z.string(), detail: z.string(), hint: z.string().optional() }),
    )
    .optional(),
});

export type ProblemDocument = z.infer<typeof problemDocument>;

/** What `GET /api/v1/health` and `/ready` answer. */
export const healthAnswer = z.object({ status: z.enum(["ok", "unavailable"]), stamp: z.int().optional() });
export type HealthAnswer = z.infer<typeof healthAnswer>;
