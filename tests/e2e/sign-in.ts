import type { FullConfig } from "@playwright/test";
import { people, signedIn, stateOf, type PersonName } from "./people";

/** Signs everybody in once; tests start from the stored sessions. */
export default async function signInAll(config: FullConfig): Promise<void> {
  const baseURL = config.projects[0]?.use.baseURL ?? "";
  for (const name of Object.keys(people) as PersonName[]) {
    const context = await signedIn(name, baseURL);
    await context.storageState({ path: stateOf(name) });
    await context.dispose();
  }
}
