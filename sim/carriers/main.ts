import { parseArgs } from "node:util";
import { startStandIns } from "./server";

const { values } = parseArgs({
  options: {
    port: { type: "string", default: "4380" },
    seed: { type: "string", default: "1" },
    /** Answers at once, for measuring what is not theirs. */
    prompt: { type: "boolean", default: false },
  },
});

/** `npm run carriers`: stand-ins of three carriers' systems, until they are stopped. */
async function main(): Promise<void> {
  const standIns = await startStandIns(Number(values.port), {
    seed: Number(values.seed),
    isPrompt: values.prompt,
  });
  console.log(
    `Stand-ins of carriers at ${standIns.url}: faults are switched on and off there. Ctrl-C stops them.`,
  );
  const end = () => void standIns.stop().then(() => process.exit(0));
  process.on("SIGINT", end);
  process.on("SIGTERM", end);
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
