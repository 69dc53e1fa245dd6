import "server-only";
import type { Plan } from "@/core/setup/plan";
import { database } from "@/server/database";
import { formerPlans } from "@/server/services/former-plans";

/** The plans an offer had before, so that choosing another kind loses none. */
export function loadFormerPlans(offer: string): Promise<Plan[]> {
  return formerPlans(database(), offer);
}
