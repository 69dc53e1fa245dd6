import { createHmac } from "node:crypto";
import { expect, test, type Browser, type Page } from "./test";
import { people, stateOf, type PersonName } from "./people";

async function as(browser: Browser, name: PersonName): Promise<Page> {
  const context = await browser.newContext({ storageState: stateOf(name) });
  return context.newPage();
}

const IBAN = "EE689999000000005555";

test("finance keeps a bank account; the coordinator gets it neither by page, nor by action, nor by API; looks are noted", async ({
  browser,
  baseURL,
}) => {
  const finance = await as(browser, "finance");
  await finance.goto("/carriers/TRN");
  const secrets = finance.getByRole("region", { name: "Bank and sign-ins" });
  await secrets.getByRole("button", { name: "Add a bank account or sign-in" }).click();
  await secrets.getByLabel("For what").fill("Freight bills");
  await secrets.getByLabel("Holder").fill("Ternwing Express Ltd");
  await secrets.getByLabel("IBAN").fill("EE679999000000005555");
  await secrets.getByRole("button", { name: "Save, encrypted" }).click();
  await expect(secrets.getByRole("alert")).toContainText("not an IBAN");
  await secrets.getByLabel("IBAN").fill(IBAN);
  await secrets.getByRole("button", { name: "Save, encrypted" }).click();
  await expect(secrets).toContainText("•••• 5555");
  expect(await finance.content()).not.toContain(IBAN);
  const sent = finance.waitForRequest(
    (request) => request.method() === "POST" && "next-action" in request.headers(),
  );
  await secrets.getByRole("button", { name: "Show Freight bills" }).click();
  await expect(secrets).toContainText("EE68 9999 0000 0000 5555");
  const look = await sent;

  const coordinator = await as(browser, "coordinator");
  await coordinator.goto("/carriers/TRN");
  await expect(coordinator.getByRole("region", { name: "Bank and sign-ins" })).toContainText(
    "Only finance and administrators",
  );
  expect(await coordinator.content()).not.toMatch(/Freight bills|5555/);
  // the very action finance used, sent with the coordinator's session
  const { "next-action": action = "", "content-type": type = "" } = look.headers();
  const answer = await coordinator.request.post(`${baseURL}/carriers/TRN`, {
    headers: { "next-action": action, "content-type": type, origin: baseURL ?? "" },
    data: look.postDataBuffer() ?? Buffer.alloc(0),
  });
  const body = await answer.text();
  expect(body).toContain("Your role does not allow this.");
  expect(body).not.toContain(IBAN);
  for (const key of ["wd_demo_web_shop", "wd_demo_back_office"]) {
    const quote = await coordinator.request.post(`${baseURL}/api/v1/quotes`, {
      headers: { authorization: `Bearer ${key}` },
      data: {
        channel: "web",
        shipTo: { country: "SE" },
        lines: [{ sku: "SMOKER", quantity: 1 }],
        working: true,
      },
    });
    expect(await quote.text()).not.toMatch(/9999000|Freight bills/);
  }

  await finance.goto("/activity?about=secret");
  const row = finance.getByRole("row", { name: /looked at a secret/ }).first();
  await expect(row).toContainText("Signe Vahtrik");
  await expect(row).toContainText("carriers/TRN/secrets");
  expect(await finance.content()).not.toContain(IBAN);
});

test("somebody is asked in by a link, gets a role, is let go, and can't sign in any more", async ({
  browser,
  baseURL,
}) => {
  const admin = await as(browser, "admin");
  await admin.goto("/people");
  await admin.getByRole("button", { name: "Invite somebody" }).click();
  await admin.getByLabel("Name", { exact: true }).fill("Kalev Uus");
  await admin.getByLabel("E-mail").fill("kalev@nettle-comb.example");
  await admin.getByRole("form", { name: "Invite somebody" }).getByLabel("Role").selectOption("viewer");
  await admin.getByRole("button", { name: "Make the link" }).click();
  const link = await admin.getByLabel("Invitation link").inputValue();
  await admin.getByRole("button", { name: "Done" }).click();
  await expect(admin.getByRole("region", { name: "Invitations" })).toContainText("Kalev Uus");

  const stranger = await (await browser.newContext({ storageState: { cookies: [], origins: [] } })).newPage();
  await stranger.goto(link);
  await expect(stranger.getByText("you are invited as viewer")).toBeVisible();
  await stranger.getByLabel("Your password").fill("a-long-enough-one");
  await stranger.getByRole("button", { name: "Sign in" }).click();
  await expect(stranger).toHaveURL(/orders/);
  await stranger.goto("/origins/TRT");
  await expect(stranger.getByRole("textbox", { name: "Cut-off" })).not.toBeEditable();
  await stranger.goto("/people");
  await expect(stranger.getByRole("heading", { name: "Administrators see this page" })).toBeVisible();
  const again = await (await browser.newContext({ storageState: { cookies: [], origins: [] } })).newPage();
  await again.goto(link);
  await expect(again.getByText("This link was used")).toBeVisible();

  await admin.reload();
  await admin.getByLabel("Role of Kalev Uus").selectOption("coordinator");
  await expect(admin.getByLabel("Role of Kalev Uus")).toHaveValue("coordinator");
  await stranger.goto("/origins/TRT");
  await expect(stranger.getByRole("textbox", { name: "Cut-off" })).toBeEditable();
  await admin.getByRole("button", { name: "Switch Kalev Uus off" }).click();
  await expect(admin.getByRole("button", { name: "Switch Kalev Uus on" })).toBeVisible();
  await stranger.goto("/origins/TRT");
  await expect(stranger).toHaveURL(/sign-in/);
  const refused = await stranger.request.post(`${baseURL}/api/auth/sign-in/email`, {
    headers: { origin: baseURL ?? "" },
    data: { email: "kalev@nettle-comb.example", password: "a-long-enough-one" },
  });
  expect(refused.ok()).toBe(false);

  await admin.getByLabel("Role of Ott Ränd").selectOption("viewer");
  await expect(admin.getByRole("alert").filter({ hasText: "last administrator" })).toBeVisible();
  await admin.goto("/activity?about=role-changed");
  await expect(admin.getByRole("row", { name: /changed a role/ }).first()).toContainText("coordinator");
});

/** The code an authenticator would show (RFC 6238): six digits, thirty seconds, SHA-1. */
function codeOf(secret: string, at: number): string {
  const alphabet = "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567";
  const bits = [...secret.replace(/=+$/, "")]
    .map((letter) => alphabet.indexOf(letter).toString(2).padStart(5, "0"))
    .join("");
  const key = Buffer.from((bits.match(/.{8}/g) ?? []).map((byte) => parseInt(byte, 2)));
  const counter = Buffer.alloc(8);
  counter.writeBigUInt64BE(BigInt(Math.floor(at / 30_000)));
  const digest = createHmac("sha1", key).update(counter).digest();
  const offset = digest[19]! & 15;
  return String((digest.readUInt32BE(offset) & 0x7fffffff) % 1_000_000).padStart(6, "0");
}

test("a second factor is turned on, asked for, and turned off; sessions are listed and ended", async ({
  browser,
}) => {
  const context = await browser.newContext({ storageState: { cookies: [], origins: [] } });
  const page = await context.newPage();
  const signIn = async () => {
    await page.goto("/sign-in");
    await page.getByLabel("E-mail").fill(people.viewer.email);
    await page.getByLabel("Password").fill(people.viewer.password);
    await page.getByRole("button", { name: "Sign in" }).click();
  };
  await signIn();
  await expect(page).toHaveURL(/orders/);
  await page.goto("/account");
  const factor = page.getByRole("region", { name: "Second factor" });
  await factor.getByLabel("Your password").fill("wrong-password");
  await factor.getByRole("button", { name: "Set it up" }).click();
  await expect(factor.getByRole("alert")).toContainText("not your password");
  await factor.getByLabel("Your password").fill(people.viewer.password);
  await factor.getByRole("button", { name: "Set it up" }).click();
  const secret = await factor.locator("p.break-all").innerText();
  await factor.getByLabel("The code it shows").fill(codeOf(secret, Date.now()));
  await factor.getByRole("button", { name: "Turn it on" }).click();
  await expect(factor).toContainText("Second factor: on");
  await page.getByRole("button", { name: "Sign out everywhere" }).click();
  await expect(page).toHaveURL(/sign-in/);

  await signIn();
  await page.getByLabel("The code your authenticator shows").fill("000000");
  await page.getByRole("button", { name: "Sign in" }).click();
  await expect(page.getByRole("alert").filter({ hasText: "does not fit" })).toBeVisible();
  // a code counts once: the one that turned it on opens nothing, the next one does
  await page.getByLabel("The code your authenticator shows").fill(codeOf(secret, Date.now() + 30_000));
  await page.getByRole("button", { name: "Sign in" }).click();
  await expect(page).toHaveURL(/orders/);
  await page.goto("/account");
  await expect(
    page.getByRole("region", { name: "Sessions" }).getByText("here", { exact: true }),
  ).toBeVisible();
  await factor.getByLabel("Your password").fill(people.viewer.password);
  await factor.getByRole("button", { name: "Turn it off" }).click();
  await expect(factor).toContainText("Second factor: off");
});

test("a password is changed, which signs out everywhere else, and the old one opens nothing any more", async ({
  browser,
  baseURL,
}) => {
  const open = async (password: string) => {
    const context = await browser.newContext({ storageState: { cookies: [], origins: [] } });
    const answer = await context.request.post(`${baseURL}/api/auth/sign-in/email`, {
      headers: { origin: baseURL ?? "" },
      data: { email: people.viewer.email, password },
    });
    return { context, ok: answer.ok() };
  };
  const [one, other] = [await open(people.viewer.password), await open(people.viewer.password)];
  const page = await one.context.newPage();
  await page.goto("/account");
  const form = page.getByRole("form", { name: "Password" });
  const change = async (from: string, to: string) => {
    await form.getByLabel("The one you have").fill(from);
    await form.getByLabel("The new one").fill(to);
    await form.getByRole("button", { name: "Change the password" }).click();
  };
  await change("not-this-one", "something-else-1");
  await expect(form.getByRole("alert")).toContainText("not your password");
  await change(people.viewer.password, "something-else-1");
  await expect(form.getByRole("status")).toContainText("Changed.");
  await page.goto("/activity?about=password");
  await expect(page.getByRole("row", { name: /changed the password/ }).first()).toContainText("Leo Tammsalu");
  await page.goto("/account");
  const elsewhere = await other.context.newPage();
  await elsewhere.goto("/account");
  await expect(elsewhere).toHaveURL(/sign-in/);
  expect((await open(people.viewer.password)).ok).toBe(false);
  await change("something-else-1", people.viewer.password);
  await expect(form.getByRole("status")).toContainText("Changed.");
  expect((await open(people.viewer.password)).ok).toBe(true);
});

test("an API key is made, works, shows its last use, and works no longer once taken back", async ({
  browser,
  baseURL,
}) => {
  const admin = await as(browser, "admin");
  await admin.goto("/api-keys");
  await admin.getByRole("button", { name: "Make a key" }).click();
  await expect(admin.getByRole("alert").filter({ hasText: "what the key is for" })).toBeVisible();
  await admin.getByLabel("A key for").fill("Kiosk");
  await admin.getByRole("button", { name: "Make a key" }).click();
  const key = await admin.getByLabel("The key, shown this once").inputValue();
  const ask = () =>
    admin.request.post(`${baseURL}/api/v1/quotes`, {
      headers: { authorization: `Bearer ${key}` },
      data: {
        channel: "web",
        shipTo: { country: "SE", postcode: "62145" },
        lines: [{ sku: "SMOKER", quantity: 1 }],
      },
    });
  const answer = await ask();
  expect(answer.status()).toBe(200);
  expect(await answer.text()).not.toContain('"cost"');
  await admin.reload();
  await expect(admin.getByRole("row", { name: /^Kiosk/ })).not.toContainText("never");
  await admin.getByRole("button", { name: "Revoke the key for Kiosk" }).click();
  await expect(admin.getByRole("row", { name: /^Kiosk/ })).toContainText("revoked");
  expect((await ask()).status()).toBe(401);
});

test("the record of activity is filtered and given out as a table", async ({ page }) => {
  await page.goto("/origins/TRT");
  const cutOff = page.getByRole("textbox", { name: "Cut-off" });
  await cutOff.fill("13:30");
  await cutOff.press("Enter");
  await expect(page.getByRole("navigation", { name: "Origins" })).toContainText("cut-off 13:30");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(cutOff).toHaveValue("14:00");
  await page.goto("/activity?about=origins%2FTRT%2FcutOff");
  const row = page.getByRole("row", { name: /13:30/ }).first();
  await expect(row).toContainText("Maarja Kask");
  await expect(row.getByRole("link")).toHaveAttribute("href", /origins\/TRT#origins\/TRT\/cutOff/);
  const csv = await (await page.request.get("/activity/export?about=origins%2FTRT%2FcutOff")).text();
  expect(csv).toContain("13:30");
  expect(csv).not.toContain("secret");
});

test("two people at one origin: different fields both hold; of the same field the second sees both values and chooses", async ({
  browser,
}, { retry }) => {
  const mail = `two-${retry}@nettle-comb.example`;
  const [one, other] = [await as(browser, "coordinator"), await as(browser, "admin")];
  for (const page of [one, other]) await page.goto("/origins/NYK");
  const phone = (page: Page) => page.getByRole("textbox", { name: "Telephone" });
  const email = (page: Page) => page.getByRole("textbox", { name: "E-mail" });
  const put = async (field: ReturnType<typeof phone>, text: string) => {
    await field.fill(text);
    await field.press("Enter");
  };
  const [oldPhone, oldEmail] = [await phone(one).inputValue(), await email(one).inputValue()];
  await put(phone(one), "+46 1");
  await expect(one.getByRole("button", { name: "Undo", exact: true })).toBeEnabled();
  await put(email(other), mail);
  await expect(phone(other)).toHaveValue("+46 1");
  // a reload does not wait for what is on its way
  await put(phone(one), "+46 2");
  await expect(phone(one)).not.toHaveClass(/border-dashed/);
  await one.reload();
  await expect(phone(one)).toHaveValue("+46 2");
  await expect(email(one)).toHaveValue(mail);
  await put(phone(other), "+46 3");
  const alert = other.getByRole("alert").filter({ hasText: "+46 2" });
  await expect(alert).toBeVisible();
  await expect(phone(other)).toHaveValue("+46 3");
  await alert.getByRole("button", { name: "Keep theirs" }).click();
  await expect(phone(other)).toHaveValue("+46 2");
  await put(phone(other), oldPhone);
  await put(email(other), oldEmail);
  await expect(email(other)).toHaveValue(oldEmail);
});

test("whoever failed to sign in as somebody is told to them, until they have seen it", async ({
  browser,
  baseURL,
}) => {
  const stranger = await browser.newContext({ storageState: { cookies: [], origins: [] } });
  for (let n = 0; n < 2; n++)
    await stranger.request.post(`${baseURL}/api/auth/sign-in/email`, {
      headers: { origin: baseURL ?? "", "x-forwarded-for": `203.0.113.${n}` },
      data: { email: people.finance.email, password: "not-the-password" },
    });
  const finance = await as(browser, "finance");
  await finance.goto("/orders");
  const note = finance.getByRole("status").filter({ hasText: "to sign in as you failed" });
  // where it came from is the peer's address, whatever a header says
  await expect(note).toContainText("from 127.0.0.1");
  await note.getByRole("button", { name: "Dismiss" }).click();
  await expect(note).toHaveCount(0);
  await finance.reload();
  await expect(finance.getByRole("grid").or(finance.getByRole("heading")).first()).toBeVisible();
  await expect(note).toHaveCount(0);
  await stranger.close();
});

test("an administrator asks a role for a second factor: who has none sees nothing before it is on", async ({
  browser,
}) => {
  const admin = await as(browser, "admin");
  await admin.goto("/people");
  const rule = admin.getByRole("region", { name: "Second factor by role" });
  await rule.getByRole("checkbox", { name: /finance/ }).click();
  await expect(rule.getByRole("checkbox", { name: /finance/ })).toBeChecked();
  const finance = await as(browser, "finance");
  await finance.goto("/carriers/TRN");
  await expect(finance).toHaveURL(/second-factor/);
  await expect(finance.getByText("the role finance needs a second factor")).toBeVisible();
  expect(await finance.content()).not.toContain("Ternwing");
  await rule.getByRole("checkbox", { name: /finance/ }).click();
  await expect(rule.getByRole("checkbox", { name: /finance/ })).not.toBeChecked();
  await finance.goto("/carriers/TRN");
  await expect(finance.getByRole("heading", { name: "Ternwing Express" })).toBeVisible();
});

test("an administrator makes a link for a new password; short, common and own ones are refused there", async ({
  browser,
}) => {
  const admin = await as(browser, "admin");
  await admin.goto("/people");
  await admin.getByRole("button", { name: "Make a link for a new password of Leo Tammsalu" }).click();
  const link = await admin.getByRole("textbox", { name: "New password link" }).inputValue();
  const leo = await (await browser.newContext({ storageState: { cookies: [], origins: [] } })).newPage();
  await leo.goto(link);
  const typed = leo.getByLabel("Your password");
  for (const [password, says] of [
    ["passwordpassword", "lists of common ones"],
    ["leo-tammsalu-1", "may not be your name"],
  ] as const) {
    await typed.fill(password);
    await leo.getByRole("button", { name: "Set the password" }).click();
    await expect(leo.getByRole("alert").filter({ hasText: says })).toBeVisible();
  }
  await typed.fill(people.viewer.password);
  await leo.getByRole("button", { name: "Set the password" }).click();
  await expect(leo).toHaveURL(/orders/);
  const again = await (await browser.newContext({ storageState: { cookies: [], origins: [] } })).newPage();
  await again.goto(link);
  await expect(again.getByText("This link was used or has run out")).toBeVisible();
});
