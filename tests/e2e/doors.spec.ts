import { alive, expect, request, test } from "./test";
import { problemDocument } from "../../src/contracts/problem-document";
import { stateOf } from "./people";

const body = {
  channel: "web",
  placedAt: "2026-11-24T10:15:00Z",
  shipTo: { country: "SE", postcode: "621 45" },
  lines: [{ sku: "SMOKER", quantity: 2 }],
  working: true,
};
const key = (name: string) => ({ authorization: `Bearer wd_demo_${name}` });

test.use({ storageState: { cookies: [], origins: [] } });

test("a quote by the API, with costs only for the key that may see them", async ({ request: api }) => {
  const inside = await (await api.post("/api/v1/quotes", { data: body, headers: key("back_office") })).json();
  const outside = await (await api.post("/api/v1/quotes", { data: body, headers: key("web_shop") })).json();
  expect(inside.offers.length).toBeGreaterThan(1);
  expect(inside.offers[0]).toMatchObject({ cost: expect.any(String), margin: expect.any(String) });
  expect(outside.offers.map((offer: { offer: string; net: string }) => [offer.offer, offer.net])).toEqual(
    inside.offers.map((offer: { offer: string; net: string }) => [offer.offer, offer.net]),
  );
  expect(JSON.stringify(outside)).not.toMatch(/"cost"|"margin"|"station":"rate"/);
  expect(inside.withheld[0]).toMatchObject({ reason: expect.any(String), text: expect.any(String) });
});

test("errors are problem documents that point at the field", async ({ request: api }) => {
  const post = async (data: unknown, headers: Record<string, string> = key("web_shop")) => {
    const answer = await api.post("/api/v1/quotes", {
      data: data as string,
      headers: { "content-type": "application/json", ...headers },
    });
    expect(answer.headers()["content-type"]).toContain("application/problem+json");
    const document = problemDocument.parse(await answer.json());
    expect(document.status).toBe(answer.status());
    return [answer.status(), ...(document.errors ?? []).map((error) => `${error.code} ${error.pointer}`)];
  };
  expect(await post(body, {})).toEqual([401]);
  expect(await post(body, { authorization: "Bearer nonsense" })).toEqual([401]);
  expect(await post(Buffer.from("{"))).toEqual([400, "bad-json "]);
  expect(await post({ ...body, lines: [{ sku: "SMOKER", quantity: 0 }] })).toEqual([
    400,
    "too-small /lines/0/quantity",
  ]);
  expect(await post({ ...body, chanel: "web" })).toEqual([400, "unknown-field /chanel"]);
  expect(await post({ ...body, lines: [{ sku: "NONE", quantity: 1 }] })).toEqual([
    422,
    "unknown-sku /lines/0/sku",
  ]);
  expect(await post({ ...body, channel: "none" })).toEqual([422, "unknown-code /channel"]);
  expect(await post({ ...body, coupon: "x".repeat(3_000_000) })).toEqual([413]);
});

test("health and readiness answer anybody; pages send strangers to sign in, with safe headers", async ({
  request: api,
  page,
}) => {
  expect(await (await api.get("/api/v1/health")).json()).toEqual({ status: "ok" });
  expect(await (await api.get("/api/v1/ready")).json()).toMatchObject({ status: "ok" });
  // figures for watchers are where watchers look; a key opens them, a session does not
  const figures = await api.get("/metrics", { headers: { authorization: "Bearer wd_demo_everything" } });
  expect(await figures.text()).toContain("wallodrom_live_revision");
  expect((await api.get("/metrics", { maxRedirects: 0 })).status()).toBe(401);
  const answer = await page.goto("/tariffs");
  await expect(page).toHaveURL(/sign-in/);
  const policy = answer?.headers()["content-security-policy"] ?? "";
  expect(policy).toContain("frame-ancestors 'none'");
  expect(policy).not.toMatch(/script-src[^;]*unsafe-inline/);
});

test("a wrong password is told, and too many tries are refused", async ({ page, baseURL }) => {
  await page.goto("/sign-in");
  await page.getByLabel("E-mail").fill("finance@nettle-comb.example");
  await page.getByLabel("Password").fill("not-the-password");
  await page.getByRole("button", { name: "Sign in" }).click();
  await expect(page.getByRole("alert").filter({ hasText: "do not belong together" })).toBeVisible();
  await expect(page.getByLabel("E-mail")).toHaveValue("finance@nettle-comb.example");
  const api = await request.newContext({ baseURL: baseURL!, extraHTTPHeaders: { origin: baseURL! } });
  const statuses: number[] = [];
  for (let i = 0; i < 9; i++)
    statuses.push(
      (
        await api.post("/api/auth/sign-in/email", {
          data: { email: "nobody@nettle-comb.example", password: "not-the-password" },
        })
      ).status(),
    );
  expect(statuses.filter((status) => status === 401).length).toBeGreaterThan(3);
  expect(statuses[8]).toBe(429);
  await api.dispose();
});

test("nobody makes an account of their own", async ({ baseURL }) => {
  const api = await request.newContext({ baseURL: baseURL!, extraHTTPHeaders: { origin: baseURL! } });
  const answer = await api.post("/api/auth/sign-up/email", {
    data: { email: "new@nettle-comb.example", password: "long-enough-1", name: "New", role: "admin" },
  });
  expect(answer.ok()).toBe(false);
  await api.dispose();
});

test.describe("a viewer", () => {
  test.use({ storageState: stateOf("viewer") });

  test("looks at everything and changes nothing", async ({ page }) => {
    await page.goto("/tariffs/AMB-VAN-BUY?edition=2027&row=0&break=0");
    const cell = page.locator('[role=row][aria-rowindex="2"] [role=gridcell][aria-colindex="3"]');
    const old = await cell.innerText();
    await page.keyboard.type("1");
    await page.keyboard.press("Enter");
    await expect(cell).toHaveText(old);
    await page.goto("/orders?queue=to-rate");
    await expect(page.getByRole("button", { name: /^Apply/ })).toHaveCount(0);
    await expect(page.getByRole("button", { name: "Confirm order" })).toHaveCount(0);
  });

  test("is refused by the server too, whatever the page would send", async ({ page, browser }) => {
    // a coordinator's own call of the action, repeated with a viewer's session
    const coordinator = await (await browser.newContext({ storageState: stateOf("coordinator") })).newPage();
    await coordinator.goto("/origins/CES");
    await alive(coordinator);
    const rank = coordinator.getByRole("textbox", { name: "Rank" });
    // a second try begins where the first one ended
    const was = Number(await rank.inputValue());
    const sent = coordinator.waitForRequest(
      (candidate) =>
        candidate.method() === "POST" && (candidate.postData() ?? "").includes(`"to":${was + 1}`),
    );
    await rank.fill(String(was + 1));
    await rank.press("Enter");
    const call = await sent;
    const { "next-action": action = "", "next-router-state-tree": tree = "" } = call.headers();
    const data = (call.postData() ?? "").replace(
      `"from":${was},"to":${was + 1}`,
      `"from":${was + 1},"to":${was + 2}`,
    );
    const answer = await page.request.post(call.url(), {
      data,
      headers: {
        "next-action": action,
        "next-router-state-tree": tree,
        "content-type": "text/plain;charset=UTF-8",
        origin: new URL(call.url()).origin,
      },
    });
    expect(await answer.text()).toContain('"code":"forbidden"');
    // the coordinator's own is stored, which their page says, before it is looked at again
    await expect(rank).not.toHaveClass(/border-dashed/);
    await coordinator.reload();
    await alive(coordinator);
    await expect(rank).toHaveValue(String(was + 1));
    await rank.fill(String(was));
    await rank.press("Enter");
    await expect(rank).not.toHaveClass(/border-dashed/);
    await coordinator.context().close();
  });
});
