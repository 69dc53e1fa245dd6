import { expect, test, type Page } from "./test";
import { GateDriver, setPublishing } from "./drivers/gate-driver";
import { OrderDriver } from "./drivers/order-driver";
import { TariffDriver } from "./drivers/tariff-driver";
import { signInAt, stateAt } from "./people";

/** What is published is everybody's: these tests have a business of their own, with two web processes and a worker. */
const url = process.env.GATE_URL ?? process.env.BASE_URL ?? "http://127.0.0.1:4180";

test.beforeAll(() => signInAt(url, "gate", ["admin", "coordinator"]));
test.use({ baseURL: url, storageState: stateAt("gate", "coordinator") });

/** An open order that the island van can take, with that charge applied. */
async function islandOrder(orders: OrderDriver): Promise<string> {
  await orders.page.goto("/orders?queue=to-rate&find=Mariehamn");
  const links = orders.page.getByRole("navigation", { name: "Orders" }).getByRole("link");
  const numbers = (await links.allInnerTexts()).map((text) => text.split(/\s/)[0] ?? "");
  for (const number of numbers.reverse()) {
    await orders.open(number);
    if ((await orders.offer("Island van").count()) === 0) continue;
    await orders.offer("Island van").getByRole("button", { name: "Apply Island van" }).click();
    await orders.state("Ready");
    return number;
  }
  throw new Error("the demo has no order for the island van");
}

/** Raises the rate that made an order's charge by five; gives it before and after. */
async function raiseItsRate(page: Page): Promise<readonly [string, string]> {
  const tariff = new TariffDriver(page);
  await page
    .getByRole("region", { name: /How .* came about/ })
    .getByRole("link", { name: /EUR$/ })
    .first()
    .click();
  await expect(tariff.grid).toBeFocused();
  const [row, column] = await tariff.active();
  const old = await tariff.cell(row, column).innerText();
  const raised = (Number(old) + 5).toFixed(2);
  await tariff.type(raised);
  await expect(tariff.cell(row, column)).toHaveText(raised);
  // stored, not only typed
  await expect(tariff.grid.locator("[role=gridcell].italic")).toHaveCount(0);
  await expect(page.getByText(/^1 rate differs from revision \d+, which is live$/)).toBeVisible();
  await tariff.cell(row, column).click();
  await expect(page.getByText(new RegExp(`^${old} EUR in revision \\d+, which is live`))).toBeVisible();
  return [old, raised];
}

/** Waits until an order's page, loaded anew, says where it stands. */
async function comesTo(orders: OrderDriver, number: string, state: string): Promise<void> {
  await expect(async () => {
    await orders.open(number);
    await expect(orders.page.locator("header p").filter({ hasText: "Order " })).toContainText(state, {
      timeout: 500,
    });
  }).toPass({ timeout: 30_000 });
}

test("a rate in the draft leaves the desk alone; replayed, published for a time it makes orders out of date; backed out they are as before", async ({
  page,
}) => {
  test.setTimeout(300_000);
  const [gate, orders] = [new GateDriver(page), new OrderDriver(page)];
  await gate.bringBack(1);
  const number = await islandOrder(orders);
  await orders.offer("Island van").click();
  const before = await orders.figures("Island van");
  const [old, raised] = await raiseItsRate(page);

  // the desk still charges the old rate, and the line says what waits
  await orders.open(number);
  expect(await orders.figures("Island van")).toEqual(before);
  await orders.offer("Island van").click();
  const working = page.getByRole("region", { name: /How .* came about/ });
  await expect(working.getByText(new RegExp(`^in the draft: .*${raised} EUR`)).first()).toBeVisible();
  await expect(working.getByRole("link", { name: "beside the draft" })).toHaveAttribute(
    "href",
    `/gate/orders/${number}`,
  );
  await expect(page.getByRole("link", { name: "1 change", exact: true })).toBeVisible();
  // its link opens the value that made the figure, and the draft's words the draft's
  const tariff = new TariffDriver(page);
  await working
    .getByRole("button", { name: new RegExp(`${old} EUR$`) })
    .first()
    .click();
  await expect(page.getByText(/revision \d+ as it was published/)).toBeVisible();
  await expect(tariff.grid).toBeFocused();
  await expect(tariff.cell(...(await tariff.active()))).toHaveText(old);
  await orders.open(number);
  await orders.offer("Island van").click();
  await working.getByRole("button", { name: "in the draft" }).first().click();
  await expect(page.getByText("as it was published")).toBeHidden();
  await expect(tariff.cell(...(await tariff.active()))).toHaveText(raised);

  await gate.open();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("1 change waits");
  const tariffs = page.getByRole("region", { name: "Tariffs" });
  await expect(tariffs).toContainText(/zone \S+, .*up to and including .* kg: /);
  await expect(tariffs).toContainText(`${old} EUR → ${raised} EUR`);
  await expect(tariffs).toContainText("Maarja Kask");

  // which real orders it changes
  await gate.publishing.getByRole("combobox", { name: "Which orders" }).selectOption("open");
  await gate.publishing.getByRole("button", { name: "Replay", exact: true }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/\d+ of \d+ orders change/, {
    timeout: 40_000,
  });
  const replay = new URL(page.url()).pathname;
  await expect(page.getByRole("link", { name: number, exact: true })).toBeVisible();
  await expect(page.getByRole("img", { name: /Orders by how much more they are charged/ })).toBeVisible();

  // one of them by what is live and by the draft, the changed steps marked
  await page.getByRole("link", { name: number, exact: true }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(
    `${number} by what is live and by the draft`,
  );
  const offers = page.getByRole("region", { name: "Offers of the order" });
  await offers.getByRole("button", { name: "Island van", exact: true }).click();
  await expect(offers.getByRole("row", { name: /^Island van/ })).toHaveClass(/bg-wash/);
  const asLive = page.getByRole("region", { name: /^Revision \d+, live$/ });
  const asDraft = page.getByRole("region", { name: "Draft", exact: true });
  await expect(asLive).toContainText(`${old} EUR`);
  await expect(asLive).not.toContainText("changed");
  await expect(asDraft.getByRole("listitem").filter({ hasText: "changed" }).first()).toContainText(raised);

  // for the next minute that begins
  await gate.open();
  const live = await gate.live();
  const at = new Date(Math.ceil((Date.now() + 8000) / 60_000) * 60_000);
  const clock = new Intl.DateTimeFormat("sv-SE", {
    timeZone: "Europe/Tallinn",
    dateStyle: "short",
    timeStyle: "short",
  });
  await gate.publishing.getByRole("textbox", { name: /^Day and time/ }).fill(clock.format(at));
  await gate.publishing.getByRole("textbox", { name: /^Note/ }).fill("dearer on the islands");
  await gate.see();
  await gate.publishing.getByRole("button", { name: "Publish for then" }).click();
  await expect(gate.publishing).toContainText(`Revision ${live + 1} waits for`);
  expect(await gate.live()).toBe(live);
  await expect(async () => {
    await gate.open();
    expect(await gate.live()).toBe(live + 1);
  }).toPass({ timeout: 90_000 });

  await comesTo(orders, number, "Out of date");
  const after = await orders.figures("Island van");
  expect(Number(after.cost)).toBeGreaterThan(Number(before.cost));

  await gate.open();
  await gate.backOut();
  await expect.poll(() => gate.live()).toBe(live + 2);
  await comesTo(orders, number, "Ready");
  expect(await orders.figures("Island van")).toEqual(before);

  // the revisions tell it all
  await page.goto("/gate/revisions");
  await expect(
    page
      .getByRole("row")
      .nth(2)
      .getByRole("link", { name: /orders change$/ }),
  ).toHaveAttribute("href", replay);
  await expect(page.getByRole("row").nth(1)).toContainText(`backed out: revision ${live} again`);
  await expect(page.getByRole("row").nth(2)).toContainText("dearer on the islands");
  await page.getByRole("link", { name: String(live + 1), exact: true }).click();
  await expect(page.getByRole("region", { name: "Tariffs" })).toContainText(`${old} EUR → ${raised} EUR`);
  // and can be looked into, on every page, until one looks away
  await page.getByRole("button", { name: "Look into it" }).click();
  await expect(page.getByText(`revision ${live + 1} as it was published`)).toBeVisible();
  await page.getByRole("button", { name: "Back to the draft" }).click();
  await expect(page.getByText("as it was published")).toBeHidden();
});

test("what waits of one thing is taken back alone, and that is taken back too", async ({ page }) => {
  const gate = new GateDriver(page);
  await gate.bringBack(1);
  await page.goto("/offers/post");
  await page.getByRole("textbox", { name: "Name", exact: true }).first().fill("By the post");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("link", { name: "1 change", exact: true })).toBeVisible();
  await gate.open();
  const offers = page.getByRole("region", { name: "Offers" });
  await expect(offers).toContainText("By the post");
  await offers.getByRole("button", { name: /^Undo: offer post/ }).click();
  await expect(page.getByRole("link", { name: /^offer post/ })).toBeHidden();
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(offers).toContainText("By the post");
});

test("a stop keeps the gate shut, and the line says so", async ({ page }) => {
  const gate = new GateDriver(page);
  await gate.bringBack(1);
  await page.goto("/offers");
  await page.getByRole("button", { name: "Add an offer" }).click();
  await page.getByRole("textbox", { name: "Name", exact: true }).first().fill("Half made");
  await page.getByRole("textbox", { name: /^Code/ }).fill("half-made");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByRole("heading", { level: 1, name: "Half made" })).toBeVisible();
  await expect(async () => {
    await gate.open();
    await expect(gate.publishing.getByRole("button", { name: "Publish now" })).toBeDisabled({ timeout: 500 });
    await expect(gate.publishing).toContainText(/keeps? the gate shut/, { timeout: 500 });
  }).toPass({ timeout: 20_000 });
  await expect(page.getByRole("link", { name: /\d+ changes? · \d+ stops?/ })).toBeVisible();
  await page.getByRole("button", { name: /^Undo: offer half-made/ }).click();
  await expect(page.getByRole("link", { name: /Half made/ })).toBeHidden();
});

test("where two are needed one asks and another publishes; nobody publishes what they asked for", async ({
  page,
  browser,
}) => {
  const gate = new GateDriver(page);
  await gate.bringBack(1);
  await page.goto("/offers/post");
  await page.getByRole("textbox", { name: "Name", exact: true }).first().fill("Post, by two");
  await page.keyboard.press("Enter");
  await setPublishing(browser, /^A second person/, true, stateAt("gate", "admin"));
  const context = await browser.newContext({ baseURL: url, storageState: stateAt("gate", "admin") });
  try {
    await gate.open();
    await gate.publishing.getByRole("textbox", { name: /^Note/ }).fill("as agreed");
    const ask = gate.publishing.getByRole("button", { name: "Ask to publish" });
    // what the checks warn of is seen by whoever asks
    await expect(ask).toBeDisabled();
    await gate.see();
    await ask.click();
    const asked = gate.publishing.getByRole("region", { name: "Asked to publish" });
    await expect(asked).toContainText("You asked to publish this");
    await expect(asked.getByRole("button", { name: "Publish" })).toHaveCount(0);
    const other = new GateDriver(await context.newPage());
    await other.open();
    const theirs = other.publishing.getByRole("region", { name: "Asked to publish" });
    await expect(theirs).toContainText("as agreed");
    const live = await other.live();
    await theirs.getByRole("button", { name: "Publish" }).click();
    await expect(other.publishing.getByRole("heading", { name: `Live: revision ${live + 1}` })).toBeVisible();
    await other.page.goto("/gate/revisions");
    await expect(other.page.getByRole("row").nth(1)).toContainText("Ott Ränd, asked by Maarja Kask");
  } finally {
    await context.close();
    await setPublishing(browser, /^A second person/, false, stateAt("gate", "admin"));
  }
});

test("a strike counts at once: it is said on every page, orders tell it, and when it is over they are as before", async ({
  page,
}) => {
  const orders = new OrderDriver(page);
  await page.goto("/orders?find=Mariehamn");
  const links = page.getByRole("navigation", { name: "Orders" }).getByRole("link");
  const numbers = (await links.allInnerTexts()).map((text) => text.split(/\s/)[0] ?? "");
  let number = "";
  for (const one of numbers) {
    await orders.open(one);
    if ((await orders.offer("Island van").count()) === 0) continue;
    number = one;
    break;
  }
  expect(number).not.toBe("");
  await page.goto("/suspensions");
  await page.getByRole("combobox", { name: "What", exact: true }).selectOption("carrier");
  await page.getByRole("combobox", { name: "Which" }).selectOption("AMB");
  await page.getByRole("button", { name: "Suspend now" }).click();
  await expect(page.getByText("Say why: whoever looks")).toBeVisible();
  await page.getByLabel(/^Why/).fill("The ferries stand still");
  await page.getByRole("button", { name: "Suspend now" }).click();
  await expect(page.getByRole("list", { name: "Suspended now" })).toContainText("The ferries stand still");
  await page.goto("/carriers/AMB");
  await expect(page.locator("header p").filter({ hasText: "Carrier AMB" })).toContainText(
    "suspended until somebody ends it",
  );
  await expect(page.getByRole("navigation", { name: "Carriers and services" })).toContainText("suspended");
  await orders.open(number);
  await expect(orders.offer("Island van")).toHaveCount(0);
  await expect(page.getByText(/The ferries stand still \(carrier AMB is suspended\)/).first()).toBeVisible();
  // one that begins on another day is told, and stops nothing yet
  await page.goto("/suspensions");
  await page.getByRole("combobox", { name: "Which" }).selectOption("TRT");
  await page.getByRole("textbox", { name: "From", exact: true }).fill("24.12.2099 08:00");
  await page.getByRole("textbox", { name: "Until", exact: true }).fill("23.12.2099 08:00");
  await page.getByLabel(/^Why/).fill("Christmas");
  await page.getByRole("button", { name: "Suspend from then" }).click();
  await expect(page.getByText("The end is not after the beginning")).toBeVisible();
  await page.getByRole("textbox", { name: "Until", exact: true }).fill("27.12.2099 08:00");
  await page.getByRole("button", { name: "Suspend from then" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("1 is suspended, 1 is to be");
  await expect(page.getByRole("list", { name: "Suspended now" })).not.toContainText("Christmas");
  await page
    .getByRole("row", { name: /Christmas/ })
    .getByRole("button", { name: /^End/ })
    .click();
  await expect(page.getByText("Christmas")).toBeHidden();
  await page.getByRole("button", { name: /^End: carrier/ }).click();
  await expect(page.getByRole("list", { name: "Suspended now" })).toBeHidden();
  await orders.open(number);
  await expect(orders.offer("Island van")).toHaveCount(1);
});

test("where edits are live at once and orders are confirmed, the gate's page offers to close it", async ({
  browser,
}) => {
  await setPublishing(browser, /^Publish small edits at once/, true, stateAt("gate", "admin"));
  const context = await browser.newContext({ storageState: stateAt("gate", "admin"), baseURL: url });
  const page = await context.newPage();
  await page.goto("/gate");
  await expect(page.getByText("Gate: edits are live as they are made")).toBeVisible();
  await page.getByRole("button", { name: "Close the gate" }).click();
  await expect(page.getByText("Gate: draft on this side, live on the other")).toBeVisible();
  await expect(page.getByRole("button", { name: "Close the gate" })).toBeHidden();
  await context.close();
});
