import { Agent, request } from "node:http";
import autocannon from "autocannon";
import { demoKeys } from "../load-demo";
import { runningServer } from "../machine/server";

const SECONDS = 10;
const CONNECTIONS = 50;
/** Quotes a second that are asked for evenly. */
const STEADY = 300;

const quote = {
  channel: "web",
  placedAt: "2026-11-24T10:15:00Z",
  shipTo: { country: "SE", postcode: "621 45" },
  lines: [
    { sku: "HIVE-10", quantity: 1 },
    { sku: "SMOKER", quantity: 2 },
  ],
};

interface Figures {
  readonly perSecond: number;
  readonly median: number;
  readonly p99: number;
  readonly refused: number;
}

async function load(url: string, options: Partial<autocannon.Options>): Promise<Figures> {
  const result = await autocannon({ url, connections: CONNECTIONS, duration: SECONDS, ...options });
  const { requests, latency, non2xx, errors } = result;
  return {
    perSecond: Math.round(requests.average),
    median: latency.p50,
    p99: latency.p99,
    refused: non2xx + errors,
  };
}

/** Calls sent evenly, whether those before are answered or not, over as many connections as there are. */
async function paced(
  url: string,
  { method, headers, body }: { method: string; headers: Record<string, string>; body: string },
): Promise<Figures> {
  const agent = new Agent({ keepAlive: true, maxSockets: CONNECTIONS });
  const took: number[] = [];
  let refused = 0;
  const call = () =>
    new Promise<void>((resolve) => {
      const begun = performance.now();
      const asked = request(url, { method, headers, agent }, (answer) => {
        answer.resume();
        answer.once("end", () => {
          took.push(performance.now() - begun);
          if (answer.statusCode !== 200) refused++;
          resolve();
        });
      });
      asked.once("error", () => resolve(void refused++));
      asked.end(body);
    });
  const begun = performance.now();
  const calls: Promise<void>[] = [];
  while (calls.length < STEADY * SECONDS) {
    const due = Math.floor(((performance.now() - begun) / 1000) * STEADY);
    while (calls.length < due) calls.push(call());
    await new Promise((resolve) => setTimeout(resolve, 1));
  }
  await Promise.all(calls);
  const seconds = (performance.now() - begun) / 1000;
  agent.destroy();
  took.sort((a, b) => a - b);
  const at = (part: number) => Math.round(took[Math.floor(took.length * part)] ?? 0);
  return { perSecond: Math.round(calls.length / seconds), median: at(0.5), p99: at(0.99), refused };
}

function row(name: string, { perSecond, median, p99, refused }: Figures): string {
  return `| ${name} | ${perSecond} | ${median} | ${p99} | ${refused} |`;
}

/** `npm run bench:api`: how many quotes a second the running demo answers, beside a route that only says ok. */
export async function benchApi(): Promise<void> {
  const url = process.env.BASE_URL ?? (await runningServer("demo"))?.url;
  if (url === undefined) throw new Error("start the demo first: ./wallodrom demo");
  const headers = { "content-type": "application/json", authorization: `Bearer ${demoKeys[0].key}` };
  const post = (body: unknown) => ({ method: "POST" as const, headers, body: JSON.stringify(body) });
  // the first calls compile what is called often
  await load(`${url}/api/v1/quotes`, { ...post(quote), duration: 3 });
  console.log(`| ${CONNECTIONS} connections, ${SECONDS} s | a second | median ms | p99 ms | not answered |`);
  console.log("| --- | ---: | ---: | ---: | ---: |");
  console.log(row("only ok (`/api/v1/health`)", await load(`${url}/api/v1/health`, {})));
  console.log(
    row(`a quote of two lines, ${STEADY} asked for`, await paced(`${url}/api/v1/quotes`, post(quote))),
  );
  console.log(
    row(
      "a quote of two lines, as many as there is room for",
      await load(`${url}/api/v1/quotes`, post(quote)),
    ),
  );
  console.log(row("with its working", await load(`${url}/api/v1/quotes`, post({ ...quote, working: true }))));
}
