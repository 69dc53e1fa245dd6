import "server-only";
import type { Plan } from "@/core/setup/plan";
import { load } from "@/server/load";
import { formerPlans } from "@/server/services/former-plans";

/** The plans an offer had before, so that choosing another kind loses none. */
export function loadFormerPlans(offer: string): Promise<Plan[]> {
  return load(({ db }) => formerPlans(db, offer));
}
