import { z } from "zod";
import { isInstant } from "../calendar/local-date";
import { code, destination, refuse } from "../setup/primitives";

const instant = z.string().superRefine((text, ctx) => {
  if (!isInstant(text)) refuse(ctx, "bad-instant");
});

const fields = {
  what: z.enum(["origin", "carrier", "service", "offer"]),
  code,
  /** Of a service: to these places alone. */
  destinations: z.array(destination).min(1).max(200).exactOptional(),
  /** `stop` withholds; `delay` has an origin hand over after the end instead. */
  effect: z.enum(["stop", "delay"]),
  reason: z.string().min(1).max(300),
  /** From this instant on. */
  from: instant,
  /** The first instant at which it counts no more; without one until somebody ends it. */
  until: instant.exactOptional(),
};

/** What does not work for a while, whatever a setup says: beside it, never in it. */
export const suspension = z
  .strictObject({ id: z.string().min(1).max(60), ...fields })
  .superRefine(({ what, effect, destinations, from, until }, ctx) => {
    if (effect === "delay" && what !== "origin")
      ctx.addIssue({ code: "custom", path: ["effect"], message: "only an origin is delayed" });
    if (destinations && what !== "service")
      ctx.addIssue({
        code: "custom",
        path: ["destinations"],
        message: "only a service is suspended to places",
      });
    if (until !== undefined && Date.parse(until) <= Date.parse(from))
      ctx.addIssue({ code: "custom", path: ["until"], message: "it ends before it begins" });
  });

/** What is to be suspended; without a begin at once. */
export const suspensionOrder = z.strictObject({ ...fields, from: instant.exactOptional() });

export type Suspension = z.infer<typeof suspension>;
