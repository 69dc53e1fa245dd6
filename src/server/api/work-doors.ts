import "server-only";
import { z } from "zod";
import { jobFailure } from "@/messages/job-words";
import { database } from "../database";
import { replayData } from "../jobs/replay-data";
import { cancelJob, jobOf, startJob, type JobRow } from "../services/jobs";
import { listSuspensions, resume, suspend } from "../services/suspensions";
import { suspensionOrder } from "@/core/suspensions/suspension";
import { jsonAnswer } from "./call";
import { door } from "./door";
import { failureAnswer } from "./failure-answer";
import { problemAnswer } from "./problem";

const dates = z.strictObject({
  from: z.iso.datetime({ offset: true }),
  to: z.iso.datetime({ offset: true }),
});

/** `POST /replays`: real orders under what is live and under the draft, as work that goes on. */
export const postReplay = door({
  scope: "reports",
  summary:
    "Rates real orders under what is live and under the draft: the open ones, the last so many, or those placed between two instants (the second is out).",
  body: z.strictObject({
    orders: z.union([z.literal("open"), z.strictObject({ last: z.int().min(1).max(10_000) }), dates]),
  }),
  answers: { status: 202, text: "`Location` leads to the work." },
  handle: async ({ body: { orders }, by }) => {
    const choice =
      orders === "open"
        ? { kind: "open" as const }
        : "last" in orders
          ? { kind: "last" as const, count: orders.last }
          : { kind: "between" as const, from: orders.from, before: orders.to };
    const data = replayData.parse({ orders: choice });
    const id = await startJob(database(), { kind: "replay", queue: "long", data }, by);
    return jsonAnswer({ id }, { status: 202, headers: { location: `/api/v1/jobs/${id}` } });
  },
});

const uuid = z.uuid();
const noJob = () => problemAnswer(404, { detail: "There is no such work." });

/** `GET /jobs/{id}`: how far work is, and what it came to. */
export const getJob = door({
  scope: "reports",
  summary: "How far a piece of long work is, and its result.",
  answers: { status: 200, text: "State, progress, and the result or why it failed." },
  handle: async ({ params: { id } }) => {
    const row = uuid.safeParse(id).success ? await jobOf(database(), id ?? "") : undefined;
    return row ? jsonAnswer(toldJob(row)) : noJob();
  },
});

function toldJob({ id, kind, state, done, total, createdAt, endedAt, result, failure }: JobRow) {
  const code = (failure as { code?: string } | null)?.code;
  return {
    id,
    kind,
    state,
    done,
    ...(total === null ? {} : { total }),
    createdAt: new Date(createdAt).toISOString(),
    ...(endedAt === null ? {} : { endedAt: new Date(endedAt).toISOString() }),
    ...(result === null ? {} : { result }),
    ...(code === undefined ? {} : { failure: { code, text: jobFailure(code) } }),
  };
}

/** `DELETE /jobs/{id}`: stops work. */
export const deleteJob = door({
  scope: "reports",
  summary: "Stops a piece of long work that has not ended.",
  answers: { status: 202, text: "It ends within a second." },
  handle: async ({ params: { id }, by }) => {
    if (!uuid.safeParse(id).success) return noJob();
    const cancelled = await cancelJob(database(), id ?? "", by);
    return cancelled.ok ? jsonAnswer({}, { status: 202 }) : failureAnswer(cancelled);
  },
});

/** `GET /suspensions`: what is suspended now or will be. */
export const getSuspensions = door({
  scope: "suspend",
  summary: "What is suspended now or will be.",
  answers: { status: 200, text: "`data`, those that begin first before the others." },
  handle: async () => jsonAnswer({ data: await listSuspensions(database()) }),
});

/** `POST /suspensions`: suspends an origin, carrier, service or offer. */
export const postSuspension = door({
  scope: "suspend",
  summary:
    "Suspends an origin, a carrier, a service (also to some places alone) or an offer; it counts at once.",
  body: suspensionOrder,
  answers: { status: 201, text: "The suspension with its id." },
  handle: async ({ body: { from, ...order }, by }) => {
    const made = await suspend(database(), { ...order, from: from ?? by.now.toISOString() }, by);
    return made.ok
      ? jsonAnswer(made.value, { status: 201, headers: { location: `/api/v1/suspensions/${made.value.id}` } })
      : failureAnswer(made);
  },
});

/** `DELETE /suspensions/{id}`: ends one now, or takes back one that has not begun. */
export const deleteSuspension = door({
  scope: "suspend",
  summary: "Ends a suspension now.",
  answers: { status: 204, text: "It is over." },
  handle: async ({ params: { id }, by }) => {
    if (!uuid.safeParse(id).success) return problemAnswer(404, { detail: "There is no such suspension." });
    const ended = await resume(database(), id ?? "", by);
    return ended.ok ? { ...jsonAnswer({}), status: 204, body: "" } : failureAnswer(ended);
  },
});
