import { OwnBusiness } from "./drivers/own-business";
import { expect, test } from "./test";

const base = process.env.EMPTY_URL ?? "";
test.skip(base === "", "needs a server on an empty database, which ./wallodrom test starts");
test.use({ baseURL: base, storageState: { cookies: [], origins: [] } });

test("from nothing to the first quote by screens alone, led by the line", async ({ page }) => {
  const business = new OwnBusiness(page, "by hand");
  await business.signIn();
  await business.setUp("Heather & Sons");

  await page.getByRole("link", { name: "Try an order" }).click();
  await business.type(page.getByLabel("Goods", { exact: true }), "1 x 0,8 kg at 20");
  await page.getByRole("button", { name: "Rate it" }).click();
  const row = page
    .getByRole("region", { name: "Offers for this order" })
    .getByRole("row", { name: /To your door/ });
  // costs 4.20; the web shop's prices include 22 %, which the cost gets before it is charged: 4.20 without tax, 5.12 with it
  await expect(row).toContainText("4.20");
  await expect(row).toContainText("5.12");
  await expect(page.getByText("Cart zones")).toBeVisible();
});
