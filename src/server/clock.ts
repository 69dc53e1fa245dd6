/** The present instant: the one place where the server looks at the clock. */
export function now(): Date {
  return new Date();
}
