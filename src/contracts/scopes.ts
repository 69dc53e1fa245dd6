import { z } from "zod";

/** What a key of the API may do. */
export const scopes = [
  "quotes",
  "costs",
  "orders",
  "items",
  "setup",
  "publish",
  "suspend",
  "reports",
] as const;
export type Scope = (typeof scopes)[number];
export const scope = z.enum(scopes);
