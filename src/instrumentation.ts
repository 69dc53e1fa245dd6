import type { Instrumentation } from "next";

/** What fails while a page is made is written down by its route and digest, never with what was asked or read. */
export const onRequestError: Instrumentation.onRequestError = async (error, request, context) => {
  const { logFailure } = await import("./server/log");
  const digest = error instanceof Error && "digest" in error ? String(error.digest) : "";
  logFailure("a page failed", error, {
    route: context.routePath,
    method: request.method,
    kind: context.routeType,
    digest,
  });
};
