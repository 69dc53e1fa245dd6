import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { callDoor, doorsOn } from "../../../tests/support/call-door";
import { demoDatabase } from "../../../tests/support/database";
import { root } from "../../../scripts/machine/paths";
import { readLiveNumber } from "@/db/queries/revisions";
import type { Setup } from "@/core/setup/setup";
import type { Method } from "./doors";

let base: Awaited<ReturnType<typeof demoDatabase>>;

beforeAll(async () => {
  base = await demoDatabase();
  doorsOn(base.url);
}, 60_000);
afterAll(() => base.drop());

const call = callDoor;

const draft = async () => {
  const { body, headers } = await call("get", "/setup");
  return { setup: body as unknown as Setup, tag: headers.etag! };
};

test("the draft is read with its tag, replaced by whoever looked at it, and by nobody who did not", async () => {
  const { setup, tag } = await draft();
  setup.offers[0]!.name = "Fetched at the shop";
  expect(await call("put", "/setup", { body: setup })).toMatchObject({ status: 428 });
  expect(await call("put", "/setup", { body: setup, headers: { "if-match": '"draft-0"' } })).toMatchObject({
    status: 412,
  });
  const put = await call("put", "/setup", { body: setup, headers: { "if-match": tag } });
  expect(put).toMatchObject({ status: 200, body: { changes: 1 } });
  expect((await draft()).tag).toBe(put.headers.etag);
  expect((await draft()).setup.offers[0]!.name).toBe("Fetched at the shop");
  expect((await call("get", "/setup", { query: { revision: "1" } })).headers.etag).toBe('"revision-1"');
  expect(await call("get", "/setup", { query: { revision: "77" } })).toMatchObject({ status: 404 });
  const broken = { ...setup, offers: [{ ...setup.offers[0], chargeType: "nothing" }] };
  const answer = await call("put", "/setup", { body: broken, headers: { "if-match": put.headers.etag! } });
  expect(answer.status).toBe(422);
  expect(JSON.stringify(answer.body)).toContain("chargeType");
});

test("what has an error in it is published by no door, and stores nothing; without it is live at once", async () => {
  const { setup, tag } = await draft();
  const stopped = structuredClone(setup);
  stopped.offers.push({
    ...stopped.offers[0]!,
    code: "empty",
    plan: { kind: "ladder", match: "first", rules: [] },
  });
  const refused = await call("put", "/setup", {
    body: stopped,
    headers: { "if-match": tag },
    query: { publish: "true" },
  });
  expect(refused).toMatchObject({
    status: 409,
    body: { findings: [{ code: "offer-without-charge", severity: "error" }] },
  });
  expect((await draft()).tag).toBe(tag);
  const put = await call("put", "/setup", { body: stopped, headers: { "if-match": tag } });
  expect(put.status).toBe(200);
  expect(await call("post", "/revisions", { body: {} })).toMatchObject({ status: 409 });
  const { body } = await call("get", "/findings");
  expect(body.data).toEqual(
    expect.arrayContaining([
      expect.objectContaining({ code: "offer-without-charge", text: expect.any(String) }),
    ]),
  );
  const published = await call("put", "/setup", {
    body: setup,
    headers: { "if-match": put.headers.etag! },
    query: { publish: "true" },
  });
  expect(published).toMatchObject({ status: 200, body: { changes: 1, revision: 2 } });
  // what is live already is no failure: as after an answer that got lost
  const again = await call("put", "/setup", {
    body: setup,
    headers: { "if-match": published.headers.etag! },
    query: { publish: "true" },
  });
  expect(again).toMatchObject({ status: 200, body: { changes: 0, revision: 2 } });
});

test("revisions are made, listed, brought back; a quote names its own and is made by an older one when asked", async () => {
  const { setup, tag } = await draft();
  setup.offers.find(({ code }) => code === "post")!.adjust = { marginPercent: "90" };
  await call("put", "/setup", { body: setup, headers: { "if-match": tag } });
  const made = await call("post", "/revisions", { body: { note: "dearer post" } });
  expect(made).toMatchObject({
    status: 201,
    body: { number: 3 },
    headers: { location: "/api/v1/setup?revision=3" },
  });
  expect(await call("post", "/revisions", { body: {} })).toMatchObject({ status: 409 });
  expect(await call("post", "/revisions", { body: { at: "2020-01-01T00:00:00Z" } })).toMatchObject({
    status: 422,
  });
  const { body } = await call("get", "/revisions");
  expect(
    (body.data as { number: number; state: string; publishedBy: string }[]).map(({ number, state }) => [
      number,
      state,
    ]),
  ).toEqual([
    [3, "live"],
    [2, "past"],
    [1, "past"],
  ]);
  const request = {
    channel: "web",
    placedAt: "2026-11-24T10:15:00Z",
    shipTo: { country: "FI", postcode: "33100" },
    lines: [{ sku: "FRAME-25", quantity: 1 }],
  };
  const quoted = async (query: Record<string, string>) => {
    const answer = await call("post", "/quotes", { body: request, query });
    const offers = answer.body.offers as { offer: string; gross: string }[];
    return [answer.body.revision, offers.find(({ offer }) => offer === "post")!.gross];
  };
  const [before, after] = [await quoted({ revision: "2" }), await quoted({})];
  expect([before[0], after[0]]).toEqual([2, 3]);
  expect(Number(after[1])).toBeGreaterThan(Number(before[1]));
  expect(
    await call("post", "/quotes", { body: request, query: { revision: "2" }, key: "wd_demo_web_shop" }),
  ).toMatchObject({ status: 403 });
  expect(await call("post", "/revisions/{number}/restore", { params: { number: "2" } })).toMatchObject({
    status: 200,
  });
  expect((await draft()).setup.offers).toEqual(
    ((await call("get", "/setup", { query: { revision: "2" } })).body as unknown as Setup).offers,
  );
});

test("a strike is said, counts in the next quote, and is over", async () => {
  const order = { what: "carrier", code: "PNP", effect: "stop", reason: "Strike" };
  const made = await call("post", "/suspensions", { body: order });
  expect(made.status).toBe(201);
  const { id } = made.body as { id: string };
  expect((await call("get", "/suspensions")).body).toMatchObject({
    data: [{ id, reason: "Strike", by: "API key “Everything”" }],
  });
  const request = {
    channel: "web",
    shipTo: { country: "EE", postcode: "10111" },
    lines: [{ sku: "SMOKER", quantity: 1 }],
  };
  const stopped = JSON.stringify((await call("post", "/quotes", { body: request })).body);
  expect(stopped).toContain("Strike (carrier PNP is suspended)");
  // a shop is told that, and not why
  const told = JSON.stringify(
    (await call("post", "/quotes", { body: request, key: "wd_demo_web_shop" })).body,
  );
  expect(told).toContain("Not available just now");
  expect(told).not.toContain("Strike");
  expect(await call("delete", "/suspensions/{id}", { params: { id } })).toMatchObject({ status: 204 });
  expect(await call("delete", "/suspensions/{id}", { params: { id } })).toMatchObject({ status: 404 });
  expect(JSON.stringify((await call("post", "/quotes", { body: request })).body)).not.toContain("suspended");
  expect(await call("post", "/suspensions", { body: { ...order, code: "NOBODY" } })).toMatchObject({
    status: 422,
  });
  expect(await call("post", "/suspensions", { body: { ...order, effect: "delay" } })).toMatchObject({
    status: 400,
  });
});

test("a replay is work: it is found where it is said to be, and stopped", async () => {
  const made = await call("post", "/replays", { body: { orders: "open" } });
  expect(made).toMatchObject({
    status: 202,
    headers: { location: `/api/v1/jobs/${made.body.id as string}` },
  });
  const id = made.body.id as string;
  expect((await call("get", "/jobs/{id}", { params: { id } })).body).toMatchObject({
    id,
    kind: "replay",
    state: "waiting",
  });
  expect(await call("delete", "/jobs/{id}", { params: { id } })).toMatchObject({ status: 202 });
  expect((await call("get", "/jobs/{id}", { params: { id } })).body).toMatchObject({ state: "cancelled" });
  expect(await call("get", "/jobs/{id}", { params: { id: "nothing" } })).toMatchObject({ status: 404 });
  expect(await call("post", "/replays", { body: { orders: { last: 0 } } })).toMatchObject({ status: 400 });
});

test("every door wants a key with its own scope, and reads no other question", async () => {
  const { doors } = await import("./doors");
  for (const [path, methods] of Object.entries(doors))
    for (const method of Object.keys(methods) as Method[]) {
      expect([path, (await call(method, path, { key: "nobody" })).status]).toEqual([path, 401]);
      if (!path.startsWith("/quotes"))
        expect([path, (await call(method, path, { key: "wd_demo_web_shop" })).status]).toEqual([path, 403]);
      expect([path, (await call(method, path, { query: { strange: "1" } })).status]).toEqual([path, 400]);
    }
});

/** The routes of the framework, by address and method. */
function routes(folder = join(root, "src/app/api/v1"), at = ""): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return routes(path, `${at}/${entry.name.replace("[", "{").replace("]", "}")}`);
    if (entry.name !== "route.ts") return [];
    return [...readFileSync(path, "utf8").matchAll(/export const (GET|POST|PUT|PATCH|DELETE) =/g)].map(
      ([, name]) => `${name} ${at}`,
    );
  });
}

/** What has no key and says nothing of a business. */
const open = ["GET /health", "GET /openapi.json", "GET /ready"];

test("what is done is counted: quotes by what came of them, connections, work, and what is live", async () => {
  const { postQuote } = await import("./quotes");
  const { getMetrics } = await import("./metrics");
  const asking = (body: string) => ({
    query: new URLSearchParams(),
    params: {},
    header: () => "Bearer wd_demo_everything",
    text: () => Promise.resolve(body),
  });
  const figures = async () => {
    const { headers, body } = await getMetrics.answer(asking(""));
    expect(headers["content-type"]).toContain("version=0.0.4");
    return (line: string) =>
      Number(
        body
          .split("\n")
          .find((row) => row.startsWith(`${line} `))
          ?.split(" ")[1],
      );
  };
  const before = await figures();
  expect(before('wallodrom_quotes_total{status="400"}')).toBeNaN();
  await postQuote(asking("not JSON"));
  await postQuote(asking("not JSON either"));
  const after = await figures();
  expect(after('wallodrom_quotes_total{status="400"}')).toBe(2);
  expect(after("wallodrom_quote_seconds_count")).toBe(2);
  expect(after('wallodrom_database_connections{pool="rating",state="waiting"}')).toBe(0);
  expect(after('wallodrom_jobs{kind="replay",state="done"}')).toBe(1);
  expect(after("wallodrom_live_revision")).toBe(await readLiveNumber(base.db));
});

test("the document tells every route, and every route is in the document", async () => {
  const { openApi } = await import("./open-api");
  const { paths } = openApi();
  const told = Object.entries(paths).flatMap(([path, methods]) =>
    Object.keys(methods).map((method) => `${method.toUpperCase()} ${path}`),
  );
  expect([...told, ...open].sort()).toEqual(routes().sort());
  for (const operation of Object.values(paths).flatMap((methods) => Object.values(methods)))
    expect(operation).toMatchObject({
      summary: expect.stringMatching(/\w/),
      responses: { default: expect.anything() },
    });
});

describe("orders", () => {
  const order = {
    number: "W/1042",
    channel: "web",
    customer: { name: "Salme Näide" },
    shipTo: { lines: ["Kase 4"], city: "Tartu", postcode: "51013", country: "EE" },
    lines: [{ sku: "FRAME-25", quantity: 1, unitPrice: "37.82" }],
  };
  const params = { number: encodeURIComponent(order.number) };
  const read = () => call("get", "/orders/{number}", { params });

  test("an order comes in once, is read, and stands somewhere by the answer where that is asked", async () => {
    const posted = await call("post", "/orders", { body: order, query: { rate: "now" } });
    expect(posted).toMatchObject({
      status: 201,
      headers: { location: "/api/v1/orders/W%2F1042", etag: '"1"' },
      body: { number: "W/1042", state: "to-rate", look: [], version: 1, currency: "EUR" },
    });
    expect(posted.body.totals).toEqual({
      goodsNet: "31.00",
      tax: [{ percent: "22", amount: "6.82" }],
      gross: "37.82",
    });
    expect(await call("post", "/orders", { body: order })).toMatchObject({ status: 200 });
    expect(await call("post", "/orders", { body: { ...order, note: "other" } })).toMatchObject({
      status: 409,
    });
    expect((await read()).body).toMatchObject({ ...order, version: 1 });
    expect(await call("get", "/orders/{number}", { params: { number: "none" } })).toMatchObject({
      status: 404,
    });
    const later = await call("post", "/orders", { body: { ...order, number: "W-2" } });
    expect(later).toMatchObject({ status: 201, body: { state: "received" } });
    expect(await call("post", "/orders", { key: "wd_demo_back_office", body: order })).toMatchObject({
      status: 403,
    });
  });

  test("what is wrong is told by its place, and what is unknown apart from what is malformed", async () => {
    const wrong = await call("post", "/orders", { body: { ...order, shipTo: { country: "ZZ" } } });
    expect(wrong).toMatchObject({ status: 400, body: { errors: [{ pointer: "/shipTo/country" }] } });
    const strange = { ...order, number: "W-3", lines: [{ sku: "NOTHING", quantity: 1 }] };
    expect(await call("post", "/orders", { body: strange })).toMatchObject({
      status: 422,
      body: { errors: [{ pointer: "/lines/0/sku", code: "unknown-sku" }] },
    });
  });

  test("a call that has a name is done once, and another one under its name is refused", async () => {
    const unnamed = { ...order, number: undefined };
    const asked = { body: unnamed, headers: { "idempotency-key": "one" } };
    const first = await call("post", "/orders", asked);
    const again = await call("post", "/orders", asked);
    expect(first.status).toBe(201);
    expect(again).toEqual(first);
    const other = { ...asked, body: { ...unnamed, note: "x" } };
    expect(await call("post", "/orders", other)).toMatchObject({ status: 422 });
    const fresh = await call("post", "/orders", { ...asked, headers: { "idempotency-key": "two" } });
    expect(fresh.body.number).not.toBe(first.body.number);
    // at the same moment it is done once as well
    const count = async () =>
      ((await call("get", "/orders", { query: { find: "näide" } })).body.data as object[]).length;
    const before = await count();
    const named = { body: unnamed, headers: { "idempotency-key": "three" } };
    const all = await Promise.all(Array.from({ length: 6 }, () => call("post", "/orders", named)));
    expect(all.map(({ status }) => status).filter((status) => status !== 201 && status !== 409)).toEqual([]);
    expect(await count()).toBe(before + 1);
    // and an order with a number of its own is there once, for all who send it
    const own = { body: { ...order, number: "AT-ONCE" } };
    const sent = await Promise.all(Array.from({ length: 6 }, () => call("post", "/orders", own)));
    expect(sent.map(({ status }) => status).sort()).toEqual([200, 200, 200, 200, 200, 201]);
  });

  test("many come in together, each by itself", async () => {
    const body = {
      orders: [
        { ...order, number: "B-1" },
        { ...order, number: "W/1042" },
        { ...order, number: "B-2", lines: [{ sku: "NOTHING", quantity: 1 }] },
      ],
    };
    expect(await call("post", "/orders/batch", { body })).toMatchObject({
      status: 200,
      body: {
        data: [
          { fate: "new", number: "B-1" },
          { fate: "same", number: "W/1042" },
          { fate: "refused", errors: [{ pointer: "/lines/0/sku" }] },
        ],
      },
    });
  });

  test("it is changed by whoever looked at it, charged, confirmed, reopened and cancelled as on the desk", async () => {
    const patch = { shipTo: { ...order.shipTo, lines: ["Kase 5"] }, note: "ring twice" };
    expect(await call("patch", "/orders/{number}", { params, body: patch })).toMatchObject({ status: 428 });
    const stale = { params, body: patch, headers: { "if-match": '"9"' } };
    expect(await call("patch", "/orders/{number}", stale)).toMatchObject({ status: 412 });
    const patched = await call("patch", "/orders/{number}", { ...stale, headers: { "if-match": '"1"' } });
    expect(patched).toMatchObject({ status: 200, headers: { etag: '"2"' }, body: { note: "ring twice" } });
    const took = { params, body: { note: null }, headers: { "if-match": '"2"' } };
    expect((await call("patch", "/orders/{number}", took)).body.note).toBeUndefined();

    const quoted = await call("post", "/quotes", {
      body: { channel: "web", shipTo: { country: "EE", postcode: "51013" }, lines: order.lines },
    });
    const [, offer] = quoted.body.offers as { offer: string; gross: string }[];
    const charge = (body: object) => call("post", "/orders/{number}/charge", { params, body });
    expect(await charge({ offer: "nothing" })).toMatchObject({ status: 404 });
    expect(await charge({ offer: offer!.offer, amount: "3.00" })).toMatchObject({
      status: 400,
      body: { errors: [{ pointer: "/reason" }] },
    });
    const further = { type: "packing", name: "Packing", amount: "1.22", taxPercent: "22", reason: "frail" };
    const charged = await charge({
      offer: offer!.offer,
      amount: "3.00",
      reason: "late",
      lines: [{ ...further, type: "freight" }],
    });
    expect(charged).toMatchObject({
      status: 200,
      body: {
        state: "ready",
        totals: { gross: "42.04" },
        charge: {
          offer: offer!.offer,
          gross: "4.22",
          chargeLines: [
            { byHand: { reason: "late", by: "API key “Everything”", workedOut: offer!.gross } },
            { net: "1.00", byHand: { reason: "frail" } },
          ],
        },
      },
    });
    const { cost, shipments } = charged.body.charge as { cost: string; shipments: { cost: string }[] };
    expect(Number(cost)).toBeGreaterThan(0);
    expect(shipments[0]!.cost).toBeDefined();

    expect(await call("post", "/orders/{number}/confirm", { params })).toMatchObject({
      body: { state: "confirmed" },
    });
    expect(await call("post", "/orders/{number}/confirm", { params })).toMatchObject({ status: 409 });
    const because = { params, body: { reason: "the wrong house" } };
    expect(await call("post", "/orders/{number}/reopen", because)).toMatchObject({ status: 200 });
    expect(await call("post", "/orders/{number}/cancel", because)).toMatchObject({
      body: { state: "cancelled" },
    });
    expect(await call("post", "/orders/{number}/cancel", { params, body: {} })).toMatchObject({
      status: 400,
    });
  });

  test("they are listed a page at a time, by queue and by what is looked for", async () => {
    const seen: string[] = [];
    let cursor: string | undefined;
    do {
      const page = await call("get", "/orders", { query: cursor === undefined ? {} : { cursor } });
      seen.push(...(page.body.data as { number: string }[]).map(({ number }) => number));
      cursor = page.body.next as string | undefined;
    } while (cursor !== undefined && seen.length < 350);
    expect(new Set(seen).size).toBe(seen.length);
    expect(seen.length).toBeGreaterThan(300);
    expect((await call("get", "/orders", { query: { queue: "cancelled" } })).body.data).toMatchObject([
      { number: "W/1042" },
    ]);
    expect((await call("get", "/orders", { query: { find: "näide b-1" } })).body.data).toMatchObject([
      { number: "B-1" },
    ]);
    expect(await call("get", "/orders", { query: { cursor: "x" } })).toMatchObject({ status: 400 });
    expect(await call("get", "/orders", { query: { queue: "nowhere" } })).toMatchObject({ status: 400 });
  });
});

test("many questions are answered at once, each by itself, as they are alone", async () => {
  const asked = (sku: string, quantity = 1) => ({
    channel: "web",
    shipTo: { country: "EE", postcode: "51013" },
    lines: [{ sku, quantity, unitPrice: "37.82" }],
  });
  const quotes = [asked("FRAME-25"), asked("NOTHING"), { channel: "web" }, asked("FRAME-25", 3)];
  const answer = await call("post", "/quotes/batch", { body: { quotes } });
  expect(answer.status).toBe(200);
  const data = answer.body.data as Record<string, unknown>[];
  for (const at of [0, 3]) {
    const { revision, ...alone } = (await call("post", "/quotes", { body: quotes[at] })).body;
    expect(data[at]).toEqual(alone);
    expect(answer.body.revision).toBe(revision);
  }
  expect(data[1]).toMatchObject({ errors: [{ pointer: "/lines/0/sku", code: "unknown-sku" }] });
  expect((data[2]!.errors as { pointer: string }[]).map(({ pointer }) => pointer)).toEqual(
    expect.arrayContaining(["/shipTo", "/lines"]),
  );
  // what we pay is told only to who may know
  const plain = await call("post", "/quotes/batch", { key: "wd_demo_web_shop", body: { quotes } });
  expect(JSON.stringify(plain.body)).not.toContain('"cost"');
  expect(JSON.stringify(answer.body)).toContain('"cost"');
  expect(await call("post", "/quotes/batch", { body: { quotes: [] } })).toMatchObject({ status: 400 });
});
