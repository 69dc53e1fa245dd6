/** What people may do. Everyone signed in may look. */
export const roles = ["admin", "coordinator", "finance", "viewer"] as const;
export type Role = (typeof roles)[number];

export type Permission = "look" | "edit-setup" | "edit-orders" | "see-secrets" | "manage-people";

const granted: Readonly<Record<Role, readonly Permission[]>> = {
  admin: ["look", "edit-setup", "edit-orders", "see-secrets", "manage-people"],
  coordinator: ["look", "edit-setup", "edit-orders"],
  finance: ["look", "see-secrets"],
  viewer: ["look"],
};

export function isRole(text: unknown): text is Role {
  return roles.some((role) => role === text);
}

export function may(role: Role, permission: Permission): boolean {
  return granted[role].includes(permission);
}
