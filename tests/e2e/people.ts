import { request, type APIRequestContext } from "@playwright/test";

export const people = {
  coordinator: { email: "coordinator@nettle-comb.example", password: "heather-and-lime" },
  admin: { email: "admin@nettle-comb.example", password: "smoker-in-the-shed" },
  finance: { email: "finance@nettle-comb.example", password: "pots-of-honey" },
  viewer: { email: "viewer@nettle-comb.example", password: "only-looking-in" },
} as const;

export type PersonName = keyof typeof people;

/** Where a run keeps its sessions and traces; two that run side by side have a folder each. */
const folder = process.env.RESULTS_FOLDER ?? "test-results";

export const stateOf = (name: PersonName) => `${folder}/${name}.json`;

/** A request context that is signed in. */
export async function signedIn(name: PersonName, baseURL: string): Promise<APIRequestContext> {
  // without the session a test begins with: signing in on the same device ends the one before
  const storageState = { cookies: [], origins: [] };
  const context = await request.newContext({ baseURL, storageState, extraHTTPHeaders: { origin: baseURL } });
  const answer = await context.post("/api/auth/sign-in/email", { data: people[name] });
  if (!answer.ok()) throw new Error(`${name} could not sign in: ${answer.status()} ${await answer.text()}`);
  return context;
}

/** Signs people in at a server of its own, and keeps their sessions beside the others. */
export async function signInAt(baseURL: string, server: string, names: readonly PersonName[]): Promise<void> {
  for (const name of names) {
    const context = await signedIn(name, baseURL);
    await context.storageState({ path: stateAt(server, name) });
    await context.dispose();
  }
}

export const stateAt = (server: string, name: PersonName) => `${folder}/${server}-${name}.json`;
