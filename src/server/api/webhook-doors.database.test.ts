import { callDoor as call, doorsOn } from "../../../tests/support/call-door";
import { demoDatabase } from "../../../tests/support/database";

let base: Awaited<ReturnType<typeof demoDatabase>>;

beforeAll(async () => {
  base = await demoDatabase();
  doorsOn(base.url);
}, 60_000);
afterAll(() => base.drop());

test("an address is told of events, shows what waits for it, and is taken away; its secret is told once", async () => {
  const body = { url: "https://shop.example/hooks", events: ["order.cancelled", "revision.published"] };
  const added = await call("post", "/webhooks", { body });
  expect(added).toMatchObject({ status: 201, body: { secret: expect.stringMatching(/^whsec_.{40,}$/) } });
  const { id } = added.body as { id: string };
  expect(added.headers.location).toBe(`/api/v1/webhooks/${id}`);

  const [open] = (await call("get", "/orders", { query: { queue: "to-rate" } })).body.data as {
    number: string;
  }[];
  const params = { number: open!.number };
  expect(await call("post", "/orders/{number}/cancel", { params, body: { reason: "twice" } })).toMatchObject({
    status: 200,
  });
  const listed = await call("get", "/webhooks");
  expect(listed.body.data).toMatchObject([{ id, url: body.url, events: body.events, waiting: 1, failed: 0 }]);
  expect(JSON.stringify(listed.body)).not.toContain("whsec_");
  const told = await call("get", "/webhooks/{id}/deliveries", { params: { id } });
  expect(told.body).toMatchObject({
    data: [
      {
        type: "order.cancelled",
        subject: `orders/${params.number}`,
        sequence: "1",
        state: "waiting",
        tries: 0,
      },
    ],
  });
  expect(told.body.next).toBeUndefined();

  expect(await call("delete", "/webhooks/{id}", { params: { id } })).toMatchObject({ status: 204 });
  expect(await call("delete", "/webhooks/{id}", { params: { id } })).toMatchObject({ status: 404 });
  expect(await call("get", "/webhooks/{id}/deliveries", { params: { id } })).toMatchObject({ status: 404 });
});

test("addresses that lead inside, events there are none of, and keys that may not are refused", async () => {
  const add = (url: string, events: readonly string[] = ["order.charged"]) =>
    call("post", "/webhooks", { body: { url, events } });
  expect(await add("https://10.0.0.1/x")).toMatchObject({ status: 400 });
  expect(await add("http://shop.example/x")).toMatchObject({ status: 400 });
  expect(await add("https://shop.example/x", ["order.eaten"])).toMatchObject({ status: 400 });
  expect(await add("https://shop.example/x", [])).toMatchObject({ status: 400 });
  expect(await call("get", "/webhooks", { key: "wd_demo_web_shop" })).toMatchObject({ status: 403 });
  expect((await call("get", "/webhooks")).body.data).toEqual([]);
});
