/** What people may do. Everyone signed in may look. */
export const roles = ["admin", "coordinator", "finance", "viewer"] as const;
export type Role = (typeof roles)[number];

export type Permission =
  | "look"
  /** Their own sign-in. */
  | "own-sign-in"
  | "edit-setup"
  | "edit-orders"
  /** Unlocking an order that was confirmed. */
  | "reopen-orders"
  /** Agreeing to an amount by hand that goes further than one person may. */
  | "agree-amounts"
  /** At the gate; who of them does is a rule of the business. */
  | "publish"
  | "see-secrets"
  /** What orders were charged and cost, looked back at. */
  | "see-results"
  /** What carriers billed, and taking bills in. */
  | "see-bills"
  | "manage-people"
  /** Personal data in the record of activity, and taking it out as a file. */
  | "see-activity-details";

const granted: Readonly<Record<Role, readonly Permission[]>> = {
  admin: [
    "look",
    "own-sign-in",
    "edit-setup",
    "edit-orders",
    "reopen-orders",
    "agree-amounts",
    "publish",
    "see-secrets",
    "see-results",
    "see-bills",
    "manage-people",
    "see-activity-details",
  ],
  coordinator: [
    "look",
    "own-sign-in",
    "edit-setup",
    "edit-orders",
    "reopen-orders",
    "publish",
    "see-results",
    "see-activity-details",
  ],
  finance: [
    "look",
    "own-sign-in",
    "agree-amounts",
    "publish",
    "see-secrets",
    "see-results",
    "see-bills",
    "see-activity-details",
  ],
  viewer: ["look", "own-sign-in"],
};

export function isRole(text: unknown): text is Role {
  return roles.some((role) => role === text);
}

export function may(role: Role, permission: Permission): boolean {
  return granted[role].includes(permission);
}
