import { z } from "zod";

const environmentSchema = z.object({
  DATABASE_URL: z.string().min(1),
  AUTH_SECRET: z.string().min(32),
  /** What bank accounts and credentials are encrypted with. Without it they can't be opened again. */
  SECRETS_KEY: z.string().min(32),
  BASE_URL: z.url(),
  LOG_LEVEL: z.enum(["fatal", "error", "warn", "info", "debug", "silent"]).default("info"),
});

export type Environment = z.infer<typeof environmentSchema>;

let read: Environment | undefined;

/** The process's settings; throws with the names of what is missing when one is. */
export function environment(): Environment {
  read ??= environmentSchema.parse(process.env);
  return read;
}
