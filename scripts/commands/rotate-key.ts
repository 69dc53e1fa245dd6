import { randomBytes } from "node:crypto";
import { connect } from "@/db/connect";
import { sealAnew } from "@/server/services/seal-anew";
import { hasDatabase } from "../machine/cluster";
import { keepSecretKeys, runningServer, secretKeys } from "../machine/server";
import { StopWord } from "../machine/stop-word";
import { withCluster } from "./backup";

/**
 * Gives what is sealed another key. The key before is kept until everything of both profiles is sealed anew, so that a
 * stop in the middle loses nothing: the next call goes on.
 */
export async function rotateKey(): Promise<number> {
  for (const profile of ["demo", "own"] as const)
    if (await runningServer(profile)) throw new StopWord("It is running: ./wallodrom stop first.");
  const before = secretKeys();
  const keys = { current: randomBytes(32).toString("hex"), former: [before.current, ...before.former] };
  keepSecretKeys(keys);
  return withCluster(async (cluster) => {
    let count = 0;
    for (const profile of ["demo", "own"] as const) {
      if (!(await hasDatabase(cluster, profile))) continue;
      const { db, close } = connect(cluster.urlOf(profile), () => undefined, { most: 1 });
      try {
        const sealed = await sealAnew(db, keys);
        if (!sealed.ok) throw new StopWord("Something sealed can't be opened with the keys that are here.");
        count += sealed.value.count;
      } finally {
        await close();
      }
    }
    keepSecretKeys({ current: keys.current, former: [] });
    console.log(
      `${count} sealed ${count === 1 ? "value has" : "values have"} a new key. Backups before open with the old one.`,
    );
    return 0;
  });
}
