import { signedIn, stateOf } from "./people";
import { expect, test, type APIRequestContext } from "./test";

test.use({ storageState: stateOf("finance"), actionTimeout: 20_000 });

const key = { authorization: "Bearer wd_demo_everything" };

interface Told {
  readonly number: string;
  readonly currency: string;
  readonly charge?: { readonly shipments: readonly { readonly service: string; readonly cost: string }[] };
}

/** Orders that went by one service in one shipment, with what that was expected to cost in euros. */
async function shippedBy(request: APIRequestContext, service: string, count: number) {
  const found: { readonly order: string; readonly cost: string }[] = [];
  let cursor = "";
  while (found.length < count) {
    const page = await request.get(`/api/v1/orders?queue=handed-over${cursor}`, { headers: key });
    expect(page.status()).toBe(200);
    const { data, next } = (await page.json()) as { data: { number: string }[]; next?: string };
    for (const { number } of data) {
      if (found.length === count) break;
      const order = (await (await request.get(`/api/v1/orders/${number}`, { headers: key })).json()) as Told;
      const [only, ...others] = order.charge?.shipments ?? [];
      if (only?.service === service && others.length === 0 && order.currency === "EUR")
        found.push({ order: number, cost: only.cost });
    }
    if (next === undefined) break;
    cursor = `&cursor=${encodeURIComponent(next)}`;
  }
  expect(found).toHaveLength(count);
  return found;
}

test("a carrier's bill is taken in: matched by our numbers, its differences told apart, doubles and strangers named, and taken back", async ({
  page,
  request,
}) => {
  test.setTimeout(120_000);
  const [first, second, third] = await shippedBy(request, "PNP-PARCEL", 3);
  const rows = [
    ["Order number", "Type", "Net amount", "Country", "Postcode"],
    [first!.order, "FRT", first!.cost.replace(".", ","), "", ""],
    [second!.order, "FRT", (Number(second!.cost) + 1.25).toFixed(2).replace(".", ","), "", ""],
    [third!.order, "FRT", third!.cost.replace(".", ","), "", ""],
    [third!.order, "FRT", third!.cost.replace(".", ","), "", ""],
    ["NC-NOBODY", "FRT", "9,99", "Spain", "28001"],
    ["", "PICK", "15,00", "", ""],
    ["", "FRT", "much", "", ""],
  ];
  await page.goto("/recovery");
  await page.getByRole("button", { name: "Take a bill in" }).click();
  await page.getByLabel("Carrier").selectOption({ label: "Pinepost" });
  await page.getByLabel("Bill's number").fill("PP-11");
  await page.getByLabel("Date").fill(new Date().toISOString().slice(0, 10));
  await page.locator("input[type=file]").setInputFiles({
    name: "pinepost.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(`\ufeff${rows.map((row) => row.join(";")).join("\r\n")}\r\n`),
  });
  await page.getByLabel("FRT is", { exact: true }).selectOption({ label: "freight" });
  await page.getByLabel("PICK is", { exact: true }).selectOption({ label: "a fee of no shipment" });
  // the last row can't be read: nobody leaves it out by accident
  await page.getByRole("button", { name: /^Import/ }).click();
  await expect(
    page.getByRole("alert").filter({ hasText: "taken in whole, and 1 row is refused" }),
  ).toBeVisible();
  await page.getByLabel("Without the refused row").check();
  await page.getByRole("button", { name: /^Import/ }).click();
  await expect(page.getByRole("heading", { level: 1, name: "Bill PP-11" })).toBeVisible();

  const why = page.getByRole("region", { name: "Why it differs", exact: true });
  await expect(why).toContainText("3 of 5 shipments are yours");
  await expect(why.getByRole("row", { name: /not explained/ })).toContainText("+1.25");
  await expect(why.getByRole("row", { name: /another zone/ })).toContainText("0.00");
  const yours = page.getByRole("region", { name: "Yours", exact: true });
  await expect(yours.getByRole("row").nth(1)).toContainText(second!.order);
  await expect(yours.getByRole("row").nth(1)).toContainText("not explained +1.25");
  await expect(page.getByRole("region", { name: "Billed twice" })).toContainText(third!.order);
  await expect(page.getByRole("region", { name: "No such shipment" })).toContainText("NC-NOBODY");
  await expect(page.getByRole("region", { name: "Fees" })).toContainText("15.00");

  // what its charges are is kept, and the number is not taken twice
  await page.goto("/recovery/~bill");
  await page.getByLabel("Carrier").selectOption({ label: "Pinepost" });
  await page.getByLabel("Bill's number").fill("PP-11");
  await page.getByLabel("Date").fill(new Date().toISOString().slice(0, 10));
  await page.locator("input[type=file]").setInputFiles({
    name: "again.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(`Reference,Charge,Amount\n${first!.order},FRT,${first!.cost}\n`),
  });
  await expect(page.getByLabel("FRT is", { exact: true })).toHaveValue("freight");
  await page.getByRole("button", { name: /^Import/ }).click();
  await expect(page.getByRole("alert").filter({ hasText: "is here already" })).toBeVisible();

  await page.goto("/recovery");
  await expect(page.getByRole("row", { name: /PP-11/ })).toContainText("+1.25");
  await page.getByRole("link", { name: "PP-11", exact: true }).click();
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(page.getByText("No bill of a carrier is here yet")).toBeVisible();
});

test("bills are for finance and administrators: others see no figure of them", async ({ baseURL }) => {
  for (const name of ["coordinator", "viewer"] as const) {
    const context = await signedIn(name, baseURL!);
    for (const path of [
      "/recovery",
      "/recovery/~bill",
      "/recovery/bills/5f0f3c1e-8a52-4c7b-9d1e-2f6a7b8c9d10",
    ]) {
      const body = await (await context.get(path)).text();
      expect(body).toContain("Finance and administrators");
      expect(body).not.toContain("Take a bill in</h1>");
    }
    await context.dispose();
  }
});
