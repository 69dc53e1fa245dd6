import { mkdirSync, mkdtempSync, rmSync } from "node:fs";
import { availableParallelism } from "node:os";
import { join } from "node:path";
import { z } from "zod";
import { quoteRequestSchema } from "@/core/quote/request";
import type { Replayed, ReplayOrder } from "@/core/replay/replay";
import { parseWith } from "@/core/setup/parse-setup";
import { code } from "@/core/setup/primitives";
import { replayInThreads } from "@/server/jobs/replay";
import { root } from "./machine/paths";
import { bundleWorkers, replayWorker } from "./machine/workers";
import {
  expectParsed,
  InputError,
  problemLine,
  readArguments,
  readInstant,
  readItemsFile,
  readJson,
  readSetupFile,
  runCommand,
} from "./read-input";

const MOST_THREADS = 16;

/** An order of the file: a request as it is, or a request with the offer that was applied. */
function readOrder(entry: unknown, index: number, file: string): ReplayOrder {
  const wrapped = typeof entry === "object" && entry !== null && "request" in entry;
  const schema = z.strictObject({ request: quoteRequestSchema, offer: code.exactOptional() });
  return wrapped
    ? expectParsed(parseWith(schema, entry, String(index)), file)
    : { request: expectParsed(parseWith(quoteRequestSchema, entry, String(index)), file) };
}

/**
 * `npm run --silent replay -- --from a.json --to b.json --orders orders.json [--items I] [--at INSTANT] [--threads N]`:
 * what the same orders would get under two setups, as JSON: totals by channel, country and offer in the home currency of
 * the first, and the orders for which something changed. Progress goes to standard error; Ctrl-C stops it.
 */
await runCommand(async () => {
  const args = readArguments(["from", "to", "orders", "items", "at", "threads"]);
  const [before, after] = [readSetupFile(args.from), readSetupFile(args.to)];
  const input = readJson(args.orders, "orders");
  if (!Array.isArray(input)) throw new InputError(`${args.orders ?? ""}: a list of orders is needed`);
  const threads = Number(args.threads ?? availableParallelism());
  if (!Number.isInteger(threads) || threads < 1 || threads > MOST_THREADS)
    throw new InputError(`--threads is a whole number from 1 to ${MOST_THREADS}`);
  const orders = input.map((entry, index) => readOrder(entry, index, args.orders ?? ""));
  mkdirSync(join(root, ".build"), { recursive: true });
  const folder = mkdtempSync(join(root, ".build/workers-"));
  const abort = new AbortController();
  process.once("SIGINT", () => abort.abort());
  const notable: Replayed[] = [];
  try {
    const outcome = await replayInThreads({
      before,
      after,
      items: readItemsFile(args.items),
      now: readInstant(args.at),
      orders,
      workerFile: replayWorker(bundleWorkers(folder)),
      threads,
      signal: abort.signal,
      onPart: (rated, found) => {
        notable.push(...found);
        if (process.stderr.isTTY) process.stderr.write(`\r${rated} of ${orders.length} orders`);
      },
    });
    if ("cancelled" in outcome) throw new InputError("stopped");
    if (!outcome.ok) {
      const file = (outcome.side === "before" ? args.from : args.to) ?? "";
      throw new InputError(outcome.problems.map((problem) => problemLine(problem, file)).join("\n"));
    }
    const { rated, totals } = outcome;
    process.stdout.write(
      `${JSON.stringify({ rated, changed: notable.length, totals, orders: notable }, null, 2)}\n`,
    );
    return 0;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
