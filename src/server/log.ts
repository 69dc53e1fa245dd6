import pino, { type Logger } from "pino";

let logger: Logger | undefined;

/** Structured lines on standard output; passwords, cookies and keys are cut out. */
export function log(): Logger {
  logger ??= pino({
    level: process.env.LOG_LEVEL ?? "info",
    redact: ["*.password", "*.cookie", "*.authorization", "headers.cookie", "headers.authorization"],
  });
  return logger;
}
