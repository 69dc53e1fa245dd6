import "server-only";
import { and, desc, eq, isNotNull } from "drizzle-orm";
import type { Plan } from "@/core/setup/plan";
import { joinPath } from "@/core/setup/path";
import type { Database } from "@/db/connect";
import { activity } from "@/db/schema";

const MOST_LOOKED_AT = 40;

/** The plans an offer had before it was given another, the newest of each kind first. */
export async function formerPlans(db: Database, offer: string): Promise<Plan[]> {
  const rows = await db
    .select({ from: activity.from })
    .from(activity)
    .where(and(eq(activity.subject, joinPath("offers", offer, "plan")), isNotNull(activity.from)))
    .orderBy(desc(activity.at), desc(activity.id))
    .limit(MOST_LOOKED_AT);
  const plans = rows.map(({ from }) => (from as { value: Plan }).value);
  return plans.filter((plan, i) => plans.findIndex(({ kind }) => kind === plan.kind) === i);
}
