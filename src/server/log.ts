import pino, { type Logger } from "pino";

let logger: Logger | undefined;

/**
 * Structured lines on standard output. What goes in is codes and counts: never a failed query, whose parameters may be
 * anything, never a cookie or a key.
 */
export function log(): Logger {
  logger ??= pino({
    level: process.env.LOG_LEVEL ?? "info",
    redact: ["*.password", "*.cookie", "*.authorization", "headers.cookie", "headers.authorization"],
  });
  return logger;
}

/** What is told of an error in the log: its kind, the database's code, where it came from; never its values. */
export interface ToldError {
  readonly kind: string;
  readonly code?: string;
  /** The rule of the database that was broken. */
  readonly constraint?: string;
  /** Where it was thrown: function names and places in our own files. */
  readonly at?: readonly string[];
  /** The words of an error that is our own or the language's, which hold no values of a query. */
  readonly text?: string;
}

const FRAMES = 6;

/** An error as it may be written down. A failed query keeps its SQLSTATE and loses its text and parameters. */
export function toldError(error: unknown): ToldError {
  if (!(error instanceof Error)) return { kind: typeof error };
  const cause = error.cause instanceof Error ? error.cause : undefined;
  const code = fieldOf(error, "code") ?? fieldOf(cause, "code");
  const constraint = fieldOf(cause, "constraint") ?? fieldOf(error, "constraint");
  const isQuery = "query" in error || code !== undefined;
  return {
    kind: error.name,
    ...(code === undefined ? {} : { code }),
    ...(constraint === undefined ? {} : { constraint }),
    ...(isQuery ? {} : { text: oneLine(error.message) }),
    at: (error.stack ?? "")
      .split("\n")
      .filter((line) => /^\s+at /.test(line))
      .slice(0, FRAMES)
      .map((line) => oneLine(line.trim())),
  };
}

/** Writes down that something failed, by its kind. */
export function logFailure(what: string, error: unknown, data: Readonly<Record<string, string>> = {}): void {
  log().error({ ...data, error: toldError(error) }, what);
}

function fieldOf(error: unknown, field: "code" | "constraint"): string | undefined {
  const value =
    error instanceof Error ? (error as { code?: unknown; constraint?: unknown })[field] : undefined;
  return typeof value === "string" ? value : undefined;
}

const LONGEST_TEXT = 300;

function oneLine(text: string): string {
  // a failed query is told by its code alone
  return text
    .replace(/Failed query[^]*/, "Failed query")
    .replace(/[\p{Cc}\u2028\u2029]+/gu, " ")
    .slice(0, LONGEST_TEXT);
}

/** Lines of libraries, among our own: one line each, whatever a caller put into them. */
export function logLibrary(
  level: "debug" | "info" | "success" | "warn" | "error",
  text: string,
  ...rest: unknown[]
): void {
  const error = rest.find((part): part is Error => part instanceof Error);
  const at = level === "success" ? "info" : level;
  log()[at]({ from: "library", ...(error ? { error: toldError(error) } : {}) }, oneLine(text));
}
