/** Whether the database refused a row for breaking a rule of this name. */
export function breaksRule(error: unknown, rule: string): boolean {
  const cause: unknown = error instanceof Error ? error.cause : undefined;
  return [error, cause].some(
    (one) => one instanceof Error && (one as { constraint?: unknown }).constraint === rule,
  );
}
