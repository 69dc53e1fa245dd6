import { loadDemo } from "../../../scripts/load-demo";
import { callDoor as call, doorsOn } from "../../../tests/support/call-door";
import { freshDatabase } from "../../../tests/support/database";

let base: Awaited<ReturnType<typeof freshDatabase>>;

beforeAll(async () => {
  base = await freshDatabase();
  await loadDemo(base.db, new Date());
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
});
