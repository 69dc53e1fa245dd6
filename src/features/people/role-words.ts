/** What each role may do, in words. */
export const roleWords = {
  admin: "everything, and who may sign in, API keys, bank accounts",
  coordinator: "sets everything up, rates orders and applies charges; sees no bank account",
  finance:
    "looks at everything, and at bank accounts and sign-ins of carriers; agrees to amounts set by hand; changes nothing else",
  viewer: "looks",
} as const;

export type RoleName = keyof typeof roleWords;
