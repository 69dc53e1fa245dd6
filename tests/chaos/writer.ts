import { randomUUID } from "node:crypto";
import { valueAt } from "@/core/setup/path";
import { connect } from "@/db/connect";
import { readSetup, readStamps } from "@/db/queries/setup";
import { editSetup } from "@/server/services/edit-setup";
import { CELL } from "./cell";

/** Writes one number after the other into a cell, and says each that was acknowledged, until it is killed. */
const { db } = connect(process.env.DATABASE_URL ?? "", () => undefined, { most: 3 });
const who = { id: null, name: `writer ${process.pid}` };
for (let next = Number(process.argv[2]); ; next++) {
  const { stamp: seen } = await readStamps(db);
  const from = valueAt(await readSetup(db), CELL) as string;
  const by = { who, now: new Date() };
  const result = await editSetup(db, [{ path: CELL, from, to: String(next) }], by, {
    id: randomUUID(),
    seen,
  });
  if (result.ok) process.stdout.write(`${next}\n`);
}
