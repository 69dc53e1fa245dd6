import { and, eq } from "drizzle-orm";
import { connect } from "@/db/connect";
import { user } from "@/db/schema";
import { issuePasswordLink } from "@/server/services/password-links";
import { hasDatabase } from "../machine/cluster";
import { runningServer } from "../machine/server";
import { StopWord } from "../machine/stop-word";
import { withCluster } from "./backup";
import { PORTS, type Profile } from "./serve";

/** Prints a link by which somebody sets a new password: whoever owns this folder may let anybody in again. */
export async function password(args: string[]): Promise<number> {
  const profile: Profile = args.includes("--demo") ? "demo" : "own";
  const [email] = args.filter((word) => !word.startsWith("--"));
  if (email === undefined) throw new StopWord("Name an e-mail address: ./wallodrom password EMAIL");
  const running = await runningServer(profile);
  return withCluster(async (cluster) => {
    if (!(await hasDatabase(cluster, profile))) throw new StopWord("There are no data yet.");
    const { db, close } = connect(cluster.urlOf(profile), () => undefined, { most: 2 });
    try {
      const [person] = await db
        .select({ id: user.id })
        .from(user)
        .where(and(eq(user.email, email.toLowerCase()), eq(user.active, true)));
      if (!person) throw new StopWord(`Nobody signs in with ${email}.`);
      const by = { who: { id: null, name: "command line" }, now: new Date() };
      const made = await issuePasswordLink(db, person.id, by);
      if (!made.ok) throw new StopWord(`Nobody signs in with ${email}.`);
      const at = process.env.WALLODROM_URL ?? running?.url ?? `http://127.0.0.1:${PORTS[profile]}`;
      console.log(`Within the hour, once:\n\n  ${at}/password/${made.value.token}\n`);
      if (!running) console.log("It opens when Wallodrom runs: ./wallodrom start");
      return 0;
    } finally {
      await close();
    }
  });
}
