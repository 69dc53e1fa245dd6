import "server-only";
import { load } from "@/server/load";
import { may } from "@/server/auth/roles";
import { deskRuleOf } from "@/server/orders/desk-rules";

/** How a channel's orders are charged many at once. */
export function loadDeskRule(channel: string) {
  return load(async ({ db, person }) => ({
    rule: await deskRuleOf(db, channel),
    mayEdit: may(person.role, "edit-setup"),
  }));
}

export type DeskRuleView = Awaited<ReturnType<typeof loadDeskRule>>;
