import { spawnSync } from "node:child_process";
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join, resolve } from "node:path";
import smallest from "../demo/smallest.setup.json";

const root = resolve(__dirname, "..");
let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "command-"));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function run(command: "quote" | "check" | "replay", files: Record<string, unknown>, ...more: string[]) {
  const named = Object.entries(files).flatMap(([name, content]) => {
    const file = join(folder, `${name}.json`);
    writeFileSync(file, typeof content === "string" ? content : JSON.stringify(content));
    return [`--${name}`, file];
  });
  const result = spawnSync(
    process.execPath,
    ["--import", "tsx", `scripts/${command}.ts`, ...named, ...more],
    { cwd: root, encoding: "utf8" },
  );
  return { status: result.status, out: result.stdout, err: result.stderr.replaceAll(`${folder}/`, "") };
}

const request = {
  channel: "web",
  shipTo: { country: "EE" },
  lines: [{ sku: "BOX", quantity: 2, item: { weight: { value: "2.5", unit: "kg" } } }],
};

test("one request gives a quote, a list gives a list in its order, the working on demand", () => {
  const one = run("quote", { setup: smallest, request }, "--at", "2026-11-24T10:15:00Z");
  expect(one).toMatchObject({ status: 0, err: "" });
  expect(JSON.parse(one.out)).toMatchObject({ offers: [{ offer: "parcel", net: "4.62", cost: "4.20" }] });
  expect(one.out).not.toContain("working");
  const two = run(
    "quote",
    { setup: smallest, request: [request, { ...request, shipTo: { country: "SE" } }] },
    "--at",
    "2026-11-24T10:15:00Z",
    "--working",
  );
  expect(
    (JSON.parse(two.out) as { offers: { cost: string; working: { text: string }[] }[] }[]).map(
      (quote) => quote.offers[0]?.cost,
    ),
  ).toEqual(["4.20", "12.50"]);
  expect(two.out).toContain("5 kg falls in up to and including 5 kg.");
});

test("what is wrong with an input goes to standard error with its path, exit 2", () => {
  expect(run("quote", { setup: { ...smallest, offerz: [] }, request })).toMatchObject({
    status: 2,
    out: "",
    err: "setup.json: offerz: There is no field “offerz” here. Did you mean “offers”? [unknown-field]\n",
  });
  expect(run("quote", { setup: smallest, request: [request, { ...request, channel: "x" }] })).toMatchObject({
    status: 2,
    out: "",
  });
  expect(run("quote", { setup: "{", request })).toMatchObject({ status: 2, err: "setup.json: not JSON\n" });
  expect(run("quote", { setup: smallest })).toMatchObject({ status: 2, err: "--request FILE is needed\n" });
});

test("check prints findings, exit 1 when one is an error", () => {
  expect(run("check", { setup: smallest })).toMatchObject({ status: 0, out: "[]\n" });
  const wrong = { ...smallest, offers: [{ ...smallest.offers[0], services: ["PARCL"] }] };
  const found = run("check", { setup: wrong });
  expect(found.status).toBe(1);
  expect(JSON.parse(found.out)).toMatchObject([
    { code: "unknown-code", severity: "error", source: "offers/parcel/services/0" },
    { code: "service-unused", severity: "note", source: "services/PARCEL" },
  ]);
});

interface Conformance {
  setup: unknown;
  items: unknown;
  cases: { request: unknown; expect: { offers: object[] } }[];
}

const conformance = join(root, "tests/conformance");

test.each(readdirSync(conformance).filter((file) => file.endsWith(".json")))(
  "the command gives what %s expects",
  (file) => {
    const { setup, items, cases } = JSON.parse(readFileSync(join(conformance, file), "utf8")) as Conformance;
    const { out } = run("quote", { setup, items, request: cases.map((entry) => entry.request) });
    expect((JSON.parse(out) as { offers: object[] }[]).map((quote) => quote.offers)).toMatchObject(
      cases.map((entry) => entry.expect.offers),
    );
  },
);

describe("replay", () => {
  const dearer = structuredClone(smallest);
  dearer.tariffs[0]!.editions[0]!.rows[0]!.rates[0] = "5.20";
  const orders = [request, { request, offer: "parcel" }, { ...request, shipTo: { country: "SE" } }];
  const at = ["--at", "2026-11-24T10:15:00Z", "--threads", "2"];

  test("tells what the same orders would get under two setups, rated in worker threads", () => {
    const { status, out } = run("replay", { from: smallest, to: dearer, orders }, ...at);
    expect(status).toBe(0);
    expect(JSON.parse(out)).toMatchObject({
      rated: 3,
      changed: 2,
      totals: {
        channel: [["web", { orders: [3, 3], changed: 2, cost: ["20.9", "22.9"] }]],
        country: [
          ["EE", { changed: 2 }],
          ["SE", { changed: 0 }],
        ],
      },
      orders: [
        { index: 0, difference: { changed: [{ offer: "parcel", net: ["4.62", "5.72"] }] } },
        { index: 1 },
      ],
    });
  });

  test("what is wrong is told with the file and the place, exit 2", () => {
    const wrong = { ...smallest, offers: [{ ...smallest.offers[0], services: ["PARCL"] }] };
    expect(run("replay", { from: smallest, to: wrong, orders }, ...at)).toMatchObject({
      status: 2,
      out: "",
      err: expect.stringContaining("to.json: offers/parcel/services/0: There is no “PARCL”"),
    });
    expect(run("replay", { from: smallest, to: dearer, orders: [{ request: 1 }] }, ...at)).toMatchObject({
      status: 2,
      err: expect.stringContaining("orders.json: 0/request: "),
    });
  });

  /** Runs the job itself, as text of a module, with an endless list of orders. */
  const job = (how: string) => {
    const module = `
      import smallest from "./demo/smallest.setup.json" with { type: "json" };
      import { bundleWorkers, replayWorker } from "./scripts/machine/workers";
      import { replayInThreads } from "./src/server/jobs/replay";
      const request = ${JSON.stringify(request)};
      function* orders() { while (true) yield { request }; }
      const abort = new AbortController();
      const common = { before: smallest, after: smallest, items: [], now: "2026-11-24T10:15:00Z", orders: orders(), threads: 2, signal: abort.signal };
      ${how}`;
    const file = join(root, ".build", `job-${process.pid}.mts`);
    mkdirSync(dirname(file), { recursive: true });
    writeFileSync(file, module.replaceAll('from "./', `from "${root}/`));
    const result = spawnSync(process.execPath, ["--import", "tsx", file], { cwd: root, encoding: "utf8" });
    rmSync(file);
    return `${result.stdout}${result.stderr}`;
  };

  test("is stopped in the middle, whatever is still to come", () => {
    const text = job(`
      const workerFile = replayWorker(bundleWorkers(${JSON.stringify(folder)}));
      const outcome = await replayInThreads({ ...common, workerFile, onPart: () => abort.abort() });
      console.log(JSON.stringify(outcome));`);
    expect(text).toBe('{"ok":false,"cancelled":true}\n');
  });

  test("ends with an error when its threads can't start", () => {
    const text = job(`
      const failed = await replayInThreads({ ...common, workerFile: "/none.mjs" }).catch((error) => error.code);
      console.log(failed);`);
    expect(text).toBe("ERR_MODULE_NOT_FOUND\n");
  });
});
