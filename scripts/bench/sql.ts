import { Client } from "pg";
import { Decimal } from "@/core/money/decimal";
import { compileSetup } from "@/core/quote/compiled-setup";
import type { Setup } from "@/core/setup/setup";
import { tariffRate } from "@/core/tariffs/rate";
import { given } from "@/core/working/reason";
import { largeSetup } from "../../demo/parts/large";
import { createDatabase, startCluster } from "../machine/cluster";
import { sure } from "./demo";
import { questions } from "./scaling";
import { speedOf, speedOfAsync, table } from "./timing";

const size = { entries: 2000, zones: 100, breaks: 100 };

/** The zone by its most specific entry and the cell by its break, as one query with indexes for both. */
const QUERY = `
  with place as (
    select zone from entries
    where country = $1 and ($2 between low and high)
    order by width limit 1
  )
  select cell from cells join place using (zone)
  where edge >= $3::numeric order by edge limit 1`;

/** The same table look-ups in the core and as range queries in PostgreSQL on this machine; both must agree. */
export async function benchSql(small: Setup): Promise<string> {
  const setup = largeSetup(small, size);
  const compiled = sure(compileSetup(setup));
  const tariff = compiled.tariffs.get("BIG");
  if (!tariff) throw new Error("no tariff");
  const asked = questions(size.zones, size.breaks);
  const core = asked.map(({ country, postcode, kilograms }) => {
    const weight = Decimal.of(kilograms);
    return {
      valueOf: () => given(weight),
      place: { country, postcode },
      origins: ["SHED"],
      date: "2026-11-24",
    };
  });
  const cluster = await startCluster("bench", 54_580, false);
  await createDatabase(cluster, "bench");
  const client = new Client({ connectionString: cluster.urlOf("bench") });
  await client.connect();
  try {
    await fill(client, setup);
    const query = (i: number) => {
      const { country = "", postcode = "", kilograms = "" } = asked[i % asked.length] ?? {};
      return client.query<{ cell: string }>({
        name: "cell",
        text: QUERY,
        values: [country, postcode, kilograms],
      });
    };
    for (let i = 0; i < asked.length; i++) {
      const question = core[i];
      const rate = question && tariffRate(tariff, question);
      const [row] = (await query(i)).rows;
      if (!rate?.ok || !row || !Decimal.of(row.cell).equals(rate.value.amount))
        throw new Error(`the core and the query differ for question ${i}`);
    }
    const ours = speedOf((call) => {
      const question = core[call % core.length];
      if (question) tariffRate(tariff, question);
    });
    const theirs = await speedOfAsync(query);
    return table(
      ["zone and cell of 10,000 cells and 2,000 entries", "a second", "µs"],
      [
        ["the core's look-up", ours.perSecond, ours.microseconds.toFixed(2)],
        [
          "a prepared range query in PostgreSQL on loopback",
          theirs.perSecond,
          theirs.microseconds.toFixed(0),
        ],
      ],
    );
  } finally {
    await client.end();
    await cluster.leave();
  }
}

async function fill(client: Client, setup: Setup): Promise<void> {
  await client.query("drop table if exists entries; drop table if exists cells");
  await client.query("create table entries (country text, low text, high text, width int, zone text)");
  await client.query("create table cells (zone text, edge numeric, cell numeric)");
  const entries = (setup.zoneCharts[0]?.entries ?? []).map(({ country, postcode, zone }) => [
    country,
    ...bounds(postcode),
    zone,
  ]);
  await insert(client, "entries", entries);
  const [edition] = setup.tariffs[0]?.editions ?? [];
  const cells = (edition?.rows ?? []).flatMap(({ zone, rates }) =>
    rates.map((cell, i) => [zone, edition?.breaks[i]?.edge ?? null, cell as string]),
  );
  await insert(client, "cells", cells);
  await client.query("create index on entries (country, low, high)");
  await client.query("create index on cells (zone, edge)");
  await client.query("analyze");
}

/** An entry's postcodes as a range of five digits, with its place in the order of specificity. */
function bounds(pattern: string | undefined): [low: string, high: string, width: number] {
  if (pattern === undefined) return ["00000", "99999", 1_000_000];
  const [low = "", high] = pattern.split("..");
  if (high !== undefined) return [low, high, 10_000 + Number(high) - Number(low)];
  if (!pattern.endsWith("*")) return [pattern, pattern, 0];
  const prefix = pattern.slice(0, -1);
  return [prefix.padEnd(5, "0"), prefix.padEnd(5, "9"), 10 - prefix.length];
}

async function insert(
  client: Client,
  into: string,
  rows: readonly (readonly (string | number | null)[])[],
): Promise<void> {
  for (let from = 0; from < rows.length; from += 1000) {
    const part = rows.slice(from, from + 1000);
    const width = part[0]?.length ?? 0;
    const places = part.map(
      (_, i) => `(${Array.from({ length: width }, (_, j) => `$${i * width + j + 1}`).join()})`,
    );
    await client.query(`insert into ${into} values ${places.join()}`, part.flat());
  }
}
