import { createServer, type RequestListener, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { sendOut } from "./send-out";

let server: Server;
let port = 0;
let answer: RequestListener = (_, response) => response.end("taken");

beforeAll(async () => {
  server = createServer((request, response) => answer(request, response));
  await new Promise<void>((listening) => server.listen(0, "127.0.0.1", listening));
  port = (server.address() as AddressInfo).port;
});
afterAll(() => {
  server.closeAllConnections();
  server.close();
});

const call = (more: Partial<Parameters<typeof sendOut>[0]> = {}) =>
  sendOut({
    url: `http://127.0.0.1:${port}/hooks`,
    method: "POST",
    headers: { "content-type": "text/plain" },
    body: "grüße",
    deadline: 2000,
    mostBytes: 100,
    loopback: true,
    ...more,
  });

test("what is sent arrives whole, and what comes back is told with its status", async () => {
  const seen: string[] = [];
  answer = (request, response) => {
    request.setEncoding("utf8");
    request.on("data", (part: string) => seen.push(part));
    request.on("end", () => response.writeHead(202, { "x-said": "yes" }).end("taken"));
  };
  expect(await call()).toMatchObject({ ok: true, status: 202, body: "taken" });
  expect(seen.join("")).toBe("grüße");
});

test("a redirect is an answer, and not followed", async () => {
  let calls = 0;
  answer = (_, response) => {
    calls++;
    response.writeHead(302, { location: `http://127.0.0.1:${port}/elsewhere` }).end();
  };
  expect(await call()).toMatchObject({ ok: true, status: 302 });
  expect(calls).toBe(1);
});

test("nobody waits longer than the deadline, also for an answer that drips", async () => {
  answer = (_, response) => {
    response.writeHead(200);
    const drip = setInterval(() => response.write("x"), 20);
    response.once("close", () => clearInterval(drip));
  };
  const back = await call({ deadline: 200, mostBytes: 100_000 });
  expect(back).toMatchObject({ ok: false, why: "late" });
  expect(back.ms).toBeLessThan(1500);
});

test("of an endless answer only the beginning is read", async () => {
  answer = (_, response) => {
    response.writeHead(200);
    const more = () => {
      while (response.writable && response.write("x".repeat(1000)));
      if (response.writable) response.once("drain", more);
    };
    more();
  };
  const back = await call({ mostBytes: 500 });
  expect(back.ok && back.body.length).toBe(500);
});

test("an address that leads inside is not called: as it is written, and after its name was looked up", async () => {
  let calls = 0;
  answer = (_, response) => {
    calls++;
    response.end();
  };
  expect(await call({ loopback: false })).toMatchObject({ ok: false, why: "refused-address" });
  // a name that is only found to lead inside when it is looked up
  const named = await call({ url: `https://ip6-localhost:${port}/`, loopback: false });
  expect(named.ok).toBe(false);
  expect(calls).toBe(0);
});

test("where nobody listens nothing is thrown", async () => {
  expect(await call({ url: "http://127.0.0.1:9/" })).toMatchObject({ ok: false, why: "unreachable" });
});
