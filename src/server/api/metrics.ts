import "server-only";
import { ratingDatabase } from "../database";
import { gathered } from "../metrics/gather";
import { meters } from "../metrics/meters";
import { sharedMetrics } from "../metrics/shared-metrics";
import { textAnswer } from "./call";
import { door } from "./door";

/** `GET /metrics`: what the processes did and have, for whoever watches them. Not for the public: a key is needed. */
export const getMetrics = door({
  scope: "reports",
  summary:
    "What the web processes did and have at hand, the long work, and what is live, in Prometheus' text format.",
  answers: { status: 200, text: "Prometheus text, version 0.0.4." },
  handle: async () => {
    const own = (await gathered()) ?? (await meters().registry.metrics());
    return textAnswer(
      `${own.trimEnd()}\n${await sharedMetrics(ratingDatabase())}`,
      meters().registry.contentType,
    );
  },
});
