import { createHmac } from "node:crypto";
import { readdirSync, readFileSync, statSync } from "node:fs";
import { join, resolve } from "node:path";
import { expect, request, test, type APIRequestContext } from "./test";
import { people, signedIn, type PersonName } from "./people";

const root = resolve(import.meta.dirname, "../..");
const appFolder = join(root, "src/app");
const demo = <T>(name: string) =>
  JSON.parse(readFileSync(join(root, "demo", `nettle-and-comb.${name}.json`), "utf8")) as T;
const demoOrders = demo<{ number: string; customerName: string; city: string }[]>("orders");
const demoItems = demo<{ name: string }[]>("items");

/** Every page and route there is, by its address: `[code]` and the like are filled in below. */
function routes(kind: "page.tsx" | "route.ts"): string[] {
  return readdirSync(appFolder, { recursive: true, encoding: "utf8" })
    .filter((file) => file.endsWith(kind))
    .map((file) => file.slice(0, -kind.length - 1))
    .map(addressOf)
    .sort();
}

/** A folder's address: groups in brackets are no part of it. */
function addressOf(folder: string): string {
  return `/${folder
    .split("/")
    .filter((part) => !/^\(.*\)$/.test(part))
    .join("/")}`;
}

/** Something that is there, for each place of an address that stands for many. */
const samples: Readonly<Record<string, string>> = {
  "/carriers/[code]": "PNP",
  "/channels/[code]": "web",
  "/connections/[code]": "sim-tern",
  "/offers/[code]": "express",
  "/orders/[number]": demoOrders[0]!.number,
  // no work of that kind: the page says so
  "/orders/~many/[id]": "5f0f3c1e-8a52-4c7b-9d1e-2f6a7b8c9d10",
  "/origins/[code]": "TRT",
  "/services/[code]": "PNP-PARCEL",
  "/tariffs/[code]": "AMB-VAN-BUY",
  "/zones/[code]": "AMB",
  "/recovery/bills/[id]": "5f0f3c1e-8a52-4c7b-9d1e-2f6a7b8c9d10",
  "/gate/orders/[number]": demoOrders[0]!.number,
  "/gate/replay/[id]": "5f0f3c1e-8a52-4c7b-9d1e-2f6a7b8c9d10",
  "/gate/revisions/[number]": "1",
  // none of that number: the page says so
  "/webhooks/[id]": "5f0f3c1e-8a52-4c7b-9d1e-2f6a7b8c9d10",
  "/invite/[token]": "nobody",
  "/password/[token]": "nobody",
};

function address(route: string): string {
  const place = Object.keys(samples).find((one) => route.startsWith(one));
  if (!place) {
    expect(route, "an address with a place nobody filled in: add it to the samples").not.toMatch(
      /\[(?!\.\.\.)/,
    );
    return route;
  }
  return route.replace(place, place.replace(/\[.*\]/, samples[place] ?? ""));
}

/** Pages that are there for whoever has no session. */
const open = new Set(["/sign-in", "/invite/nobody", "/password/nobody"]);

/** Words of the business: names of customers, towns, items, carriers, people. None of them is for strangers. */
const words = [
  ...new Set([
    ...demoOrders.flatMap((order) => [order.customerName, order.city]),
    ...demoItems.map((item) => item.name),
    ...["Nettle", "Pinepost", "Ternwing", "Stonepier", "Amberway"],
    ...Object.values(people).map(({ email }) => email),
  ]),
].filter((word) => word.length > 4);

function told(body: string, list: readonly string[]): string[] {
  return list.filter((word) => body.includes(word));
}

/** A page as a browser loads it, and as the app asks for it when a link is followed. */
async function bodies(context: APIRequestContext, path: string, headers: Record<string, string> = {}) {
  return Promise.all([
    context.get(path, { maxRedirects: 0, headers }),
    context.get(`${path}${path.includes("?") ? "&" : "?"}_rsc=x1`, { headers: { ...headers, rsc: "1" } }),
  ]);
}

/** A few at the same time: one after the other most of the time nobody does anything. */
async function manyAtOnce<T>(list: readonly T[], work: (one: T) => Promise<void>): Promise<void> {
  for (let at = 0; at < list.length; at += 6) await Promise.all(list.slice(at, at + 6).map(work));
}

const strangers: readonly (readonly [string, Record<string, string>])[] = [
  ["without a cookie", {}],
  ["with a cookie of their own making", { cookie: "better-auth.session_token=abc.def" }],
  [
    "with one signed with another key",
    {
      cookie: `better-auth.session_token=abc.${encodeURIComponent(
        createHmac("sha256", "x").update("abc").digest("base64"),
      )}`,
    },
  ],
  ["as an inner call of the framework", { "x-middleware-subrequest": "src/proxy:src/proxy:proxy" }],
];

for (const [who, headers] of strangers)
  test(`a stranger ${who} reads no page, no route, no part of either`, async ({ baseURL }) => {
    const context = await request.newContext({
      ...(baseURL ? { baseURL } : {}),
      storageState: { cookies: [], origins: [] },
    });
    const pages = routes("page.tsx").map(address);
    expect(pages.length).toBeGreaterThan(30);
    const asked = [
      ...pages,
      ...[
        "/orders?find=a",
        "/orders?queue=handed-over",
        "/activity?about=a",
        "/activity/export?about=a",
        "/bench",
      ],
      "/offers/try?goods=1+SMOKER&country=SE",
    ];
    await manyAtOnce(asked, async (path) => {
      const answers = await bodies(context, path, headers);
      for (const answer of answers)
        expect(told(await answer.text(), words), `${path} tells a stranger`).toEqual([]);
      const [plain] = answers;
      const where = (plain.headers().location ?? "").replace(baseURL ?? "", "");
      if (open.has(path)) expect(plain.status(), path).toBe(200);
      else
        expect([plain.status(), where], path).toEqual([
          307,
          path === "/" && where !== "/sign-in" ? "/orders" : "/sign-in",
        ]);
    });
    const doors = routes("route.ts").filter((one) => one.startsWith("/api/v1"));
    await manyAtOnce(doors, async (path) => {
      const answer = await context.get(path, { headers });
      expect(told(await answer.text(), words), path).toEqual([]);
    });
    await context.dispose();
  });

/** What nobody but the roles named may read on a page. */
const reserved: readonly (readonly [path: string, roles: readonly PersonName[], words: readonly string[]])[] =
  [
    ["/people", ["admin"], [people.finance.email, people.viewer.email]],
    ["/api-keys", ["admin"], ["Back office", "wd_demo"]],
    ["/activity/export", ["admin", "coordinator", "finance"], ["setup", "signed in", "who"]],
    ["/carriers/PNP", ["admin", "coordinator", "finance"], ["NC-40071"]],
  ];

for (const name of Object.keys(people) as PersonName[])
  test(`every page as ${name}: it is there, and what is others' is not in it`, async ({ baseURL }) => {
    test.setTimeout(300_000);
    const context = await signedIn(name, baseURL ?? "");
    for (const route of routes("page.tsx")) {
      const path = address(route);
      for (const answer of await bodies(context, path)) expect(answer.status(), path).toBeLessThan(400);
    }
    for (const [path, roles, own] of reserved)
      for (const answer of await bodies(context, path)) {
        const found = told(await answer.text(), own);
        if (roles.includes(name)) expect(found.length, `${path} as ${name}`).toBeGreaterThan(0);
        else expect(found, `${path} as ${name}`).toEqual([]);
      }
    await context.dispose();
  });

interface ActionEntry {
  readonly exportedName?: string;
  /** The pages it can be called at: `app/(desk)/api-keys/page`. */
  readonly workers: Readonly<Record<string, unknown>>;
}

interface Action {
  readonly id: string;
  readonly name: string;
  readonly path: string;
}

/** The actions of the build that is tested, by the name they are written under. */
function actions(): Action[] {
  const build = process.env.BUILD_FOLDER ?? newestBuild();
  const manifest = join(build, ".next/server/server-reference-manifest.json");
  const { node } = JSON.parse(readFileSync(manifest, "utf8")) as { node: Record<string, ActionEntry> };
  return Object.entries(node).map(([id, { exportedName, workers }]) => {
    const [page = ""] = Object.keys(workers).sort();
    return {
      id,
      name: exportedName ?? id,
      path: address(addressOf(page.replace(/^app\/?/, "").replace(/\/?page$/, ""))),
    };
  });
}

/** What a server that was started by hand was built from last. */
function newestBuild(): string {
  const folder = join(root, ".build");
  const times = readdirSync(folder).map((name) => ({ name, at: statSync(join(folder, name)).mtimeMs }));
  times.sort((a, b) => b.at - a.at);
  return join(folder, times[0]?.name ?? "");
}

async function call(context: APIRequestContext, { id, path }: Action): Promise<string> {
  const answer = await context.post(path, {
    headers: { "next-action": id, "content-type": "text/plain;charset=UTF-8", accept: "text/x-component" },
    data: JSON.stringify([{}, {}]),
    maxRedirects: 0,
  });
  return `${answer.status()} ${await answer.text()}`;
}

/** What a link permits, and nobody's role. */
const byLink = ["takeUp", "setPassword"];

/** What everybody signed in may ask; anything else needs a role. A new action is reserved until it is put here. */
const everybodys = [
  "askDeskStamp",
  "completeItems",
  "endOwnSession",
  "existingOf",
  "findGoods",
  "holdSplit",
  "itemsShown",
  "keptTrialRates",
  "knownPlan",
  "lookAt",
  "positionOfTown",
  "rowsOf",
  "seenFailedTries",
  "trialsOfTariff",
  "ublDocument",
  "usesInDraft",
  "wholeCatalogue",
];

test("no action does anything for a stranger, and a viewer's role allows those alone that look", async ({
  baseURL,
}) => {
  const all = actions();
  expect(all.length).toBeGreaterThan(25);
  const stranger = await request.newContext({
    ...(baseURL ? { baseURL } : {}),
    extraHTTPHeaders: { origin: baseURL ?? "", cookie: "better-auth.session_token=abc.def" },
    storageState: { cookies: [], origins: [] },
  });
  const viewer = await signedIn("viewer", baseURL ?? "");
  const looks: string[] = [];
  for (const action of all) {
    const { name } = action;
    const [asStranger, asViewer] = [await call(stranger, action), await call(viewer, action)];
    if (byLink.includes(name)) {
      expect(asStranger, name).toContain('"ok":false');
      continue;
    }
    expect(asStranger, name).toContain('"code":"not-signed-in"');
    if (!asViewer.includes('"code":"forbidden"')) looks.push(name);
  }
  expect(looks.sort()).toEqual(everybodys);
  await stranger.dispose();
  await viewer.dispose();
});

test("the sign-in library answers at the addresses that are used, and nowhere else", async ({ baseURL }) => {
  const context = await signedIn("viewer", baseURL ?? "");
  const closed = [
    ["POST", "/update-user", { name: "Ott Ränd" }],
    ["POST", "/change-email", { newEmail: "x@example.com" }],
    ["POST", "/delete-user", {}],
    ["POST", "/sign-up/email", { name: "x", email: "x@example.com", password: "a-long-enough-one" }],
    ["POST", "/set-password", { newPassword: "a-long-enough-one" }],
    ["POST", "/request-password-reset", { email: people.viewer.email }],
    ["POST", "/update-session", {}],
    ["POST", "/two-factor/generate-backup-codes", { password: people.viewer.password }],
    ["POST", "/two-factor/send-otp", {}],
    ["GET", "/get-session", undefined],
    ["GET", "/list-sessions", undefined],
    ["GET", "/ok", undefined],
  ] as const;
  for (const [method, path, data] of closed) {
    const answer = await context.fetch(`/api/auth${path}`, { method, ...(data ? { data } : {}) });
    expect([path, [404, 405].includes(answer.status())]).toEqual([path, true]);
  }
  await context.dispose();
});
