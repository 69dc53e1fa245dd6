import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { AMBERWAY_KEY } from "../../sim/carriers/amberway";
import { brokenAnswer, mistakeKinds, type MistakeKind } from "../../sim/carriers/broken";
import { carrierChecks, checkCarrier } from "../../scripts/rate-protocol/carrier-checks";

let server: Server;
let url: string;
const mistakes = new Set<MistakeKind>();

beforeAll(async () => {
  server = createServer((call, answer) => {
    const parts: Buffer[] = [];
    call.on("data", (part: Buffer) => parts.push(part));
    call.on("end", () => {
      const header = (name: string) => call.headers[name]?.toString();
      const body = Buffer.concat(parts).toString("utf8");
      void brokenAnswer({ method: call.method ?? "", path: call.url ?? "", header, body }, mistakes).then(
        (reply) => answer.writeHead(reply.status, reply.headers).end(reply.body),
      );
    });
  });
  await new Promise<void>((listening) => server.listen(0, "127.0.0.1", listening));
  url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => {
  server.closeAllConnections();
  server.close();
});
beforeEach(() => mistakes.clear());

// what is slow in earnest would only make the test slow
const slowMs = 120;
const wrongOf = async () =>
  (await checkCarrier(url, AMBERWAY_KEY, { slowMs }))
    .filter(({ wrong }) => wrong !== undefined)
    .map(({ code }) => code);

test("the reference server does all that the protocol asks", async () => {
  const found = await checkCarrier(url, AMBERWAY_KEY);
  expect(found.filter(({ wrong }) => wrong !== undefined)).toEqual([]);
  expect(found.map(({ code }) => code)).toEqual(carrierChecks.map(({ code }) => code));
});

/** Which check names a mistake. */
const namedBy: Readonly<Record<MistakeKind, string>> = {
  "takes-any-key": "sign-in",
  "amounts-as-numbers": "schema",
  "other-version": "schema",
  "forgets-a-question": "all-answered",
  "answers-by-place": "all-answered",
  "forgets-a-service": "one-list",
  "unknown-service-is-an-error": "unknown-service",
  "parts-without-surcharges": "parts",
  "moody-prices": "same-twice",
  "ignores-counts": "counts",
  "reads-grams": "weight",
  "promises-yesterday": "promise",
  "knows-all-fields": "more-fields",
  "breaks-on-bad-bodies": "bad-body",
  "no-weight-is-an-error": "no-weight",
  slow: "speed",
  "a-few-questions-alone": "many",
};

test.each(mistakeKinds)("%s is found and named", async (kind) => {
  mistakes.add(kind);
  expect(await wrongOf()).toContain(namedBy[kind]);
});

test("ten mistakes at once are ten checks that say what is wrong", async () => {
  const ten: MistakeKind[] = [
    "takes-any-key",
    "forgets-a-question",
    "forgets-a-service",
    "unknown-service-is-an-error",
    "parts-without-surcharges",
    "moody-prices",
    "ignores-counts",
    "promises-yesterday",
    "knows-all-fields",
    "breaks-on-bad-bodies",
  ];
  for (const one of ten) mistakes.add(one);
  const found = await wrongOf();
  for (const one of ten) expect(found).toContain(namedBy[one]);
});

test("a server that is not there is told, check by check", async () => {
  const found = await checkCarrier("http://127.0.0.1:9", "key");
  expect(found[0]).toMatchObject({
    code: "services",
    wrong: expect.stringContaining("was not answered") as string,
  });
});
