import { connect } from "@/db/connect";
import { setConnection, viewConnection } from "@/server/carriers/connection-settings";
import { startStandIns, type StandIns } from "../../sim/carriers/server";
import { TERNWING_KEY } from "../../sim/carriers/ternwing";
import { freePort } from "./free-port";
import { secretKeys } from "./server";
import { StopWord } from "./stop-word";

const PORT = 4380;
const CONNECTION = { code: "sim-tern", adapter: "ternwing" } as const;

/** Starts stand-ins of carriers' systems beside the demo, and has the demo's courier be asked there. */
export async function demoCarriers(databaseUrl: string): Promise<StandIns> {
  const standIns = await startStandIns(await freePort(PORT), { seed: 1 });
  const keys = secretKeys();
  const url = `${standIns.url}/${CONNECTION.adapter}`;
  const { db, close } = connect(databaseUrl, () => undefined, { most: 1 });
  try {
    if ((await viewConnection(db, CONNECTION.code, keys))?.url === url) return standIns;
    const by = { who: { id: null, name: "Wallodrom" }, now: new Date() };
    const fields = { key: TERNWING_KEY };
    const set = await setConnection(db, CONNECTION, { url, fields }, { ...by, keys, loopback: true });
    if (!set.ok) throw new StopWord(`The demo's connection to a carrier was not set: ${set.code}`);
    return standIns;
  } finally {
    await close();
  }
}
