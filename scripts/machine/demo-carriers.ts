import { connect } from "@/db/connect";
import { setConnection, viewConnection } from "@/server/carriers/connection-settings";
import { demoConnections } from "../../sim/carriers/demo-connections";
import { startStandIns, type StandIns } from "../../sim/carriers/server";
import { freePort } from "./free-port";
import { secretKeys } from "./server";
import { StopWord } from "./stop-word";

const PORT = 4380;

/** Starts stand-ins of carriers' systems beside the demo, and has the demo's carriers be asked there. */
export async function demoCarriers(databaseUrl: string): Promise<StandIns> {
  const standIns = await startStandIns(await freePort(PORT), { seed: 1 });
  const keys = secretKeys();
  const { db, close } = connect(databaseUrl, () => undefined, { most: 1 });
  try {
    for (const { standIn, fields, ...connection } of demoConnections) {
      const url = `${standIns.url}/${standIn}`;
      const view = await viewConnection(db, connection.code, keys);
      if (view?.url === url && !view.isClosed) continue;
      const by = { who: { id: null, name: "Wallodrom" }, now: new Date() };
      const set = await setConnection(db, connection, { url, fields }, { ...by, keys, loopback: true });
      if (!set.ok) throw new StopWord(`The demo's connection to a carrier was not set: ${set.code}`);
    }
    return standIns;
  } finally {
    await close();
  }
}
