import { callDoor as call, doorsOn } from "../../../tests/support/call-door";
import { demoDatabase } from "../../../tests/support/database";

let base: Awaited<ReturnType<typeof demoDatabase>>;

beforeAll(async () => {
  base = await demoDatabase();
  doorsOn(base.url);
}, 60_000);
afterAll(() => base.drop());

describe("items", () => {
  const item = (sku: string, own: object = {}) => ({
    sku,
    name: "A thing",
    weight: { value: "1.50", unit: "kg" },
    unitPrice: "9.90",
    ...own,
  });
  const put = (items: unknown[], query: Record<string, string> = {}) =>
    call("put", "/items", { body: { items }, query });
  const all = async () => {
    const found: { sku: string }[] = [];
    let cursor: string | undefined;
    do {
      const page = await call("get", "/items", { query: cursor === undefined ? {} : { cursor } });
      found.push(...(page.body.data as { sku: string }[]));
      cursor = page.body.next as string | undefined;
    } while (cursor !== undefined);
    return found;
  };

  test("are added, changed and left; what is refused says why and keeps no other out", async () => {
    const before = (await all()).length;
    const answer = await put([
      item("N-1"),
      item("N-2"),
      item("N-1"),
      { sku: "N-3" },
      item("N-4", { weight: 5 }),
    ]);
    expect(answer).toMatchObject({ status: 200, body: { added: 2, changed: 0, same: 0 } });
    const refused = answer.body.refused as { index: number; errors: { pointer: string; code: string }[] }[];
    expect(refused.map(({ index, errors }) => [index, errors[0]!.pointer])).toEqual([
      [2, "/sku"],
      [3, "/name"],
      [4, "/weight"],
    ]);
    const again = await put([item("N-1"), item("N-2", { unitPrice: "10.00" })]);
    expect(again.body).toEqual({ added: 0, changed: 1, same: 1, refused: [] });
    const now_ = await all();
    expect(now_).toHaveLength(before + 2);
    expect(now_.find(({ sku }) => sku === "N-2")).toEqual(item("N-2", { unitPrice: "10.00" }));
    expect(now_.map(({ sku }) => sku)).toEqual([...now_.map(({ sku }) => sku)].sort());
  });

  test("when it is asked strictly nothing is stored as soon as one is refused", async () => {
    expect(await put([item("S-1"), { sku: "S-2" }], { strict: "true" })).toMatchObject({
      status: 400,
      body: { added: 0, refused: [{ index: 1 }] },
    });
    expect((await all()).some(({ sku }) => sku === "S-1")).toBe(false);
    expect(await put([item("S-1")], { strict: "true" })).toMatchObject({ body: { added: 1 } });
  });

  test("that name what the setup does not have are refused together, with the place", async () => {
    const answer = await put([item("G-1"), item("G-2", { goodsClass: "nowhere" })]);
    expect(answer.status).toBe(422);
    expect(JSON.stringify(answer.body)).toContain("G-2");
    expect((await all()).some(({ sku }) => sku === "G-1")).toBe(false);
    expect(await call("get", "/items", { key: "wd_demo_web_shop" })).toMatchObject({ status: 403 });
  });

  test("come and go as a table too, and one that was given out comes in again unchanged", async () => {
    const table = await call("get", "/items", { headers: { accept: "text/csv" } });
    expect(table.headers["content-type"]).toContain("text/csv");
    const send = (body: string, query: Record<string, string> = {}) =>
      call("put", "/items", { body, query, headers: { "content-type": "text/csv" } });
    const before = await all();
    const again = await send(table.text);
    expect(again.body).toEqual({ added: 0, changed: 0, same: before.length, refused: [] });
    const some = await send(
      "sku;name;weight.value;weight.unit;shippable;stock.TRT\nT-1;A pot;1.20;kg;true;4\nT-2;A lid;much;kg;;\n;None;1;kg;;\n",
    );
    expect(some).toMatchObject({ status: 200, body: { added: 1 } });
    const refused = some.body.refused as { index: number; errors: { pointer: string }[] }[];
    expect(refused.map(({ index, errors }) => [index, errors[0]!.pointer])).toEqual([
      [1, "/weight/value"],
      [2, "/sku"],
    ]);
    expect((await all()).find(({ sku }) => sku === "T-1")).toEqual({
      sku: "T-1",
      name: "A pot",
      weight: { value: "1.20", unit: "kg" },
      shippable: true,
      stock: [{ origin: "TRT", quantity: 4 }],
    });
    expect(await send("sku,name,wieght\nT-3,A pot,1\n")).toMatchObject({
      status: 400,
      body: { detail: expect.stringContaining("wieght") as string },
    });
  });
});
