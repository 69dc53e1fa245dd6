import { z } from "zod";
import type { SecretKeys } from "./secrets/seal";

const secret = z.string().min(32);

const environmentSchema = z.object({
  DATABASE_URL: z.string().min(1),
  AUTH_SECRET: secret,
  /** What bank accounts and credentials are encrypted with. Without it they can't be opened again. */
  SECRETS_KEY: secret,
  /** The keys before, separated by commas, for as long as something sealed with them is left. */
  FORMER_SECRETS_KEYS: z
    .string()
    .default("")
    .transform((text) => text.split(",").filter((key) => key !== ""))
    .pipe(z.array(secret)),
  /** The address people and API callers use: behind a proxy that of the proxy. */
  WALLODROM_URL: z.url({ protocol: /^https?$/ }),
  /** Whether programs on the machine itself may be called: stand-ins that run beside the server. */
  LOOPBACK_CALLS: z.enum(["yes", "no"]).default("no"),
  LOG_LEVEL: z.enum(["fatal", "error", "warn", "info", "debug", "silent"]).default("info"),
});

export type Environment = z.infer<typeof environmentSchema>;

let read: Environment | undefined;

/** The process's settings; throws with the names of what is missing when one is. */
export function environment(): Environment {
  read ??= environmentSchema.parse(process.env);
  return read;
}

/** The address of links that are sent to people, without a slash at its end. */
export function baseUrl(): string {
  return environment().WALLODROM_URL.replace(/\/+$/, "");
}

/** Whether programs on the machine itself may be called. */
export function callsLoopback(): boolean {
  return environment().LOOPBACK_CALLS === "yes";
}

/** The keys secrets are sealed and opened with. */
export function secretKeys(): SecretKeys {
  const { SECRETS_KEY, FORMER_SECRETS_KEYS } = environment();
  return { current: SECRETS_KEY, former: FORMER_SECRETS_KEYS };
}
